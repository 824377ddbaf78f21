import { join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

/** The project's folder. */
export const root = fileURLToPath(new URL("../..", import.meta.url)).replace(/\/$/, "");

/** Where a shop is kept: the demo and one's own apart. @param which - "demo" or "shop". */
export function stateFolder(which) {
  return resolve(process.env.PITSTOPA_STATE ?? join(root, which === "demo" ? ".pitstopa" : ".pitstopa-shop"));
}
