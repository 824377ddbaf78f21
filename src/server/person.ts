/** What people may do: a viewer looks, a technician works, a lead also waives and edits what all depend on. */
export const ROLES = ["viewer", "technician", "lead"] as const;
export type Role = (typeof ROLES)[number];

/** Somebody who signs in. */
export interface Person {
  id: number;
  signInName: string;
  displayName: string;
  role: Role;
}

/** True when the person's role includes what `needed` may do. */
export function hasRole(person: Person, needed: Role): boolean {
  return ROLES.indexOf(person.role) >= ROLES.indexOf(needed);
}
