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

const sheets = SCHEMES.map((scheme) =>
  extractStyle({
    includes: [...CONTROLS],
    customTheme: (node: ReactNode) =>
      createElement(ConfigProvider, { theme: { ...antdTheme(scheme), zeroRuntime: false } }, node),
  } as Parameters<typeof extractStyle>[0]),
);
// Both schemes share their rules and differ in the values of their variables.
const rules = new Set(sheets.flatMap(topRules));
writeFileSync(process.argv[2]!, [...rules].join("\n"));
