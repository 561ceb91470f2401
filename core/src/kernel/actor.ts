/** What a person may do. A one-man shop holds them all in one person, and the record says so. */
export const ROLES = ['technician', 'inspector', 'releaser', 'steward', 'manager'] as const;
export type Role = (typeof ROLES)[number];

/** Who did something, as held at that time: this is copied into every entry of a ledger. */
export interface Actor {
  readonly id: string;
  readonly name: string;
  readonly roles: readonly Role[];
  /** The number of the person's licence or authorisation, where there is one. */
  readonly authorisation: string | null;
}

export const holdsOneOf = (actor: Actor, roles: readonly Role[]): boolean =>
  actor.roles.some((role) => roles.includes(role));
