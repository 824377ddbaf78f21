import { extractStyle } from "@ant-design/static-style-extract";
import { ConfigProvider } from "antd";
import { writeFileSync } from "node:fs";
import { createElement, type ReactNode } from "react";
import { antdTheme } from "../shared/theme/antdTheme";
import { CONTROLS } from "../shared/theme/controls";
import { SCHEMES } from "../shared/theme/scheme";

// The styles of every control in both schemes, as one file for the browser to keep, written to the path that is given. Worked out
// while a page is drawn they take the web process a tenth of a second a page, and travel with each.

/** The rules of a style sheet that stand side by side at its top. */
function topRules(css: string): string[] {
  const rules: string[] = [];
  let depth = 0;
  let begun = 0;
  for (let at = 0; at < css.length; at++) {
    if (css[at] === "{") depth++;
    if (css[at] === "}" && --depth === 0) {
      rules.push(css.slice(begun, at + 1));
      begun = at + 1;
    }
  }
  return rules;
}

const COLOUR = /#[0-9a-f]{3,8}\b|rgba?\([^)]*\)|\btransparent\b/gi;

/** One value for both schemes: each colour in which they differ is left to the page's scheme. */
function bothValues(day: string, night: string): string {
  if (day === night) return day;
  const others = night.match(COLOUR) ?? [];
  if (day.replace(COLOUR, "") !== night.replace(COLOUR, ""))
    throw new Error(`Unlike in more than colour: ${day} | ${night}`);
  let at = 0;
  return day.replace(COLOUR, (colour) => {
    const other = others[at++]!;
    return colour === other ? colour : `light-dark(${colour}, ${other})`;
  });
}

/** Two rules that differ in values only, as one. */
function bothRules(day: string, night: string): string {
  if (day === night) return day;
  const nightParts = night.split(";");
  return day
    .split(";")
    .map((part, index) => bothValues(part, nightParts[index]!))
    .join(";");
}

const [day, night] = SCHEMES.map((scheme) =>
  topRules(
    extractStyle({
      includes: [...CONTROLS],
      customTheme: (node: ReactNode) =>
        createElement(ConfigProvider, { theme: { ...antdTheme(scheme), zeroRuntime: false } }, node),
    } as Parameters<typeof extractStyle>[0]),
  ),
) as [string[], string[]];
if (day.length !== night.length) throw new Error("The two schemes have unlike rules.");
const rules = new Set(day.map((rule, index) => bothRules(rule, night[index]!)));
writeFileSync(process.argv[2]!, [...rules].join("\n"));
