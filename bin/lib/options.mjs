import { parseArgs } from "node:util";
import { say, SetupError } from "./say.mjs";

/**
 * Reads a command's options; answers --help and ends, and refuses what it does not know.
 *
 * @param options - As `parseArgs` of node:util takes them.
 * @param help - What the command says of itself.
 */
export function readOptions(options, help, { allowPositionals = false } = {}) {
  try {
    const read = parseArgs({
      allowPositionals,
      options: { ...options, help: { type: "boolean", short: "h", default: false } },
    });
    if (!read.values.help) return read;
  } catch (error) {
    throw new SetupError(`${error.message}\n\n${help}`);
  }
  say(help);
  process.exit(0);
}
