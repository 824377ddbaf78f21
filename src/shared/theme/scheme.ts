/** Light or dark, as drawn. */
export type Scheme = "light" | "dark";
