/** Who did something in the library, and when. */
export interface LibraryStamp {
  readonly id: string;
  readonly by: string;
  readonly at: string;
}
