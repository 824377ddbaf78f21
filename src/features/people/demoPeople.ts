import { type Person } from "@/server/person";

/** The invented people of the demo shop. Their sign-ins are shown on the sign-in page in demo mode only. */
export const DEMO_PEOPLE: readonly (Omit<Person, "id"> & { password: string })[] = [
  { signInName: "ines", displayName: "Ines Vaar", role: "technician", password: "bench-light-7" },
  { signInName: "tamsin", displayName: "Tamsin Oake", role: "technician", password: "solder-wick-4" },
  { signInName: "orrin", displayName: "Orrin Heyl", role: "lead", password: "brass-marker-3" },
  { signInName: "wim", displayName: "Wim Sarre", role: "viewer", password: "paper-stub-1" },
];
