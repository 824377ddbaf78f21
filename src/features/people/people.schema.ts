import * as v from "valibot";
import { ROLES } from "@/server/person";

const id = v.pipe(v.number(), v.integer(), v.minValue(1));
const signInName = v.pipe(
  v.string("Give a sign-in name."),
  v.trim(),
  v.toLowerCase(),
  v.minLength(2, "At least 2 characters."),
  v.maxLength(40, "At most 40 characters."),
  v.regex(/^[\p{L}\p{N}._-]+$/u, "Letters, digits, dots and dashes, without spaces."),
);
const displayName = v.pipe(
  v.string("Give the name as it is written on reports."),
  v.trim(),
  v.minLength(1, "Give the name as it is written on reports."),
  v.maxLength(80, "At most 80 characters."),
);
/** Long rather than odd. @see NIST SP 800-63B-4, section 3.1.1.2: length counts, rules on kinds of letters do not help. */
const newPassword = v.pipe(
  v.string("Give a password."),
  v.minLength(10, "At least 10 characters: three words will do."),
  v.maxLength(200, "At most 200 characters."),
);

/** The first lead, who makes all the others. */
export const FirstLeadInput = v.object({ key: v.string(), signInName, displayName, password: newPassword });
export type FirstLeadInput = v.InferOutput<typeof FirstLeadInput>;

/** Somebody new. */
export const AddPersonInput = v.object({
  signInName,
  displayName,
  role: v.picklist(ROLES, "Pick what they may do."),
});
export type AddPersonInput = v.InferOutput<typeof AddPersonInput>;

/** What a lead changes of a person. */
export const ChangePersonInput = v.object({
  personId: id,
  displayName,
  role: v.picklist(ROLES, "Pick what they may do."),
  isDisabled: v.boolean(),
});
export type ChangePersonInput = v.InferOutput<typeof ChangePersonInput>;

/** A person who forgot their password. */
export const ResetPasswordInput = v.object({ personId: id });
export type ResetPasswordInput = v.InferOutput<typeof ResetPasswordInput>;

/** One's own password. */
export const ChangePasswordInput = v.object({
  current: v.pipe(v.string("Give the password you have."), v.minLength(1, "Give the password you have.")),
  next: newPassword,
});
export type ChangePasswordInput = v.InferOutput<typeof ChangePasswordInput>;
