import { renderToStaticMarkup } from "react-dom/server";
import { type Shape, spotOfPosition } from "@/core/craft/spots";
import { CraftDrawing } from "./CraftDrawing";
import styles from "./CraftDrawing.module.css";

/** How the roles of the drawing print, black on white: on paper there is no style sheet. */
const PRINTED: Readonly<Record<string, string>> = {
  drawing: "",
  body: 'fill="#ffffff" stroke="#222222" stroke-width="1.4"',
  detail: 'fill="none" stroke="#888888" stroke-width="1"',
  dark: 'fill="#222222"',
  disc: 'fill="#ffffff" stroke="#888888" stroke-width="0.8"',
  duct: 'fill="none" stroke="#222222" stroke-width="3"',
  blade: 'fill="#888888"',
  bell: 'fill="#222222"',
};
const MARK = { fill: "none", stroke: "#a3262a", strokeWidth: 3 } as const;

/** A craft as an SVG for paper, its marked places ringed. @param places - In words: "ESC 3, rear left"; those that name no spot are left out. */
export function craftSvg({ shape, places }: { shape: Shape; places: readonly string[] }): string {
  const spots = new Map(places.flatMap((place) => spotOfPosition(place, shape) ?? []).map((spot) => [spot.id, spot]));
  const svg = renderToStaticMarkup(
    <CraftDrawing {...shape}>
      {[...spots.values()].map(({ id, x, y }) => (
        <circle key={id} cx={x} cy={y} r={12} {...MARK} />
      ))}
    </CraftDrawing>,
  );
  const roles = new Map(Object.entries(PRINTED).map(([role, attributes]) => [styles[role], attributes]));
  return svg
    .replace("<svg", '<svg xmlns="http://www.w3.org/2000/svg"')
    .replace(/class="([^"]*)"/g, (_, name: string) => roles.get(name.split(" ")[0]) ?? "")
    .replace(/aria-\w+="[^"]*"/g, "");
}
