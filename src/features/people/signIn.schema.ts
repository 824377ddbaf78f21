import * as v from "valibot";

/** The sign-in form. */
export const SignInInput = v.object({
  signInName: v.pipe(
    v.string("Give your sign-in name."),
    v.trim(),
    v.minLength(1, "Give your sign-in name."),
    v.maxLength(40, "At most 40 characters."),
  ),
  password: v.pipe(
    v.string("Give your password."),
    v.minLength(1, "Give your password."),
    v.maxLength(200, "At most 200 characters."),
  ),
});
export type SignInInput = v.InferOutput<typeof SignInInput>;
