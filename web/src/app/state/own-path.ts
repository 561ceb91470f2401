/** Where a link says that somebody wanted to go: a path of this application, or the Floor where it is none. */
export function ownPath(path: string | undefined): string {
  return path?.startsWith('/') === true && !/^\/[/\\]/.test(path) ? path : '/floor';
}
