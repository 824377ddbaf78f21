import { readFileSync } from "node:fs";

/** Roles of globals.css by scheme, as sRGB components 0..1. */
function rolesOf(scheme: "light" | "dark"): Map<string, number[]> {
  const css = readFileSync("src/app/globals.css", "utf8");
  const roles = new Map<string, number[]>();
  for (const [, name, light, dark, both] of css.matchAll(
    /--([a-z-]+): (?:light-dark\((#[0-9a-f]{6}), (#[0-9a-f]{6})\)|(#[0-9a-f]{6}));/g,
  )) {
    const hex = both ?? (scheme === "light" ? light! : dark!);
    roles.set(
      name!,
      [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255),
    );
  }
  return roles;
}

// W3C, Web Content Accessibility Guidelines 2.2, definitions of relative luminance and contrast ratio.
function luminance(rgb: readonly number[]): number {
  const [r, g, b] = rgb.map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}
function contrast(a: readonly number[], b: readonly number[]): number {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (high! + 0.05) / (low! + 0.05);
}

/** Text on ground, as the screens pair them. */
const PAIRS: [string, string][] = [
  ...["ink", "soft", "petrol", "live", "waiting", "met", "failed"].map((text): [string, string] => [text, "card"]),
  ...["ink", "soft", "petrol", "waiting", "failed"].map((text): [string, string] => [text, "paper"]),
  ["ink", "stub"],
  ["soft", "stub"],
  ["ink", "petrol-wash"],
  ["soft", "petrol-wash"],
  ["ink", "live-wash"],
  ["live", "live-wash"],
  ["on-petrol", "petrol"],
  ["card", "live"],
  ["rail-ink", "rail"],
];

describe.each(["light", "dark"] as const)("the %s scheme", (scheme) => {
  const roles = rolesOf(scheme);
  // WCAG 2.2, success criterion 1.4.3: at least 4.5 for text.
  it.each(PAIRS)("reads %s on %s with AA contrast", (text, ground) => {
    expect(contrast(roles.get(text)!, roles.get(ground)!)).toBeGreaterThanOrEqual(4.5);
  });
});

it("knows black on white", () => expect(contrast([0, 0, 0], [1, 1, 1])).toBeCloseTo(21, 9));
