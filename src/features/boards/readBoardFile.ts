import { findNodeAtLocation, type Node, parseTree, type ParseError, printParseErrorCode } from "jsonc-parser";
import * as v from "valibot";
import { type Board } from "@/core/refit/wiring/board";
import { type BoardProblem, checkCase } from "@/core/refit/wiring/checkBoard";
import { checkBoardFile } from "@/core/refit/wiring/checkBoardFile";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { BoardFile, WiringCaseFile } from "./board.schema";

/** What is wrong with a file, and in which line of it, from 1. */
export interface FileProblem {
  line: number;
  problem: string;
}

/** A file that was read, or everything that is wrong with it in the order of its lines. */
export type Read<T> = { ok: true; value: T } | { ok: false; problems: FileProblem[] };

/** Reads a board file: first its form, then its sense. */
export function readBoardFile(text: string): Read<Board> {
  return readFile(text, BoardFile, checkBoardFile);
}

/** Reads a wiring case. */
export function readWiringCase(text: string): Read<WiringCase> {
  return readFile(text, WiringCaseFile, checkCase);
}

function readFile<T>(text: string, schema: v.GenericSchema<unknown, T>, check: (value: T) => BoardProblem[]): Read<T> {
  const errors: ParseError[] = [];
  const tree = parseTree(text, errors, { allowTrailingComma: false, disallowComments: true });
  const [error] = errors;
  if (error || !tree)
    return {
      ok: false,
      problems: [
        {
          line: lineAt(text, error?.offset ?? 0),
          problem: `This is no JSON: ${error ? wordsOf(error) : "it is empty"}.`,
        },
      ],
    };
  const twice = keyTwice(tree);
  if (twice)
    return { ok: false, problems: [{ line: lineAt(text, twice.offset), problem: `“${twice.value}” stands twice.` }] };
  const parsed = v.safeParse(schema, JSON.parse(text));
  const problems: BoardProblem[] = parsed.success
    ? check(parsed.output)
    : parsed.issues.map((issue) => ({
        path: (issue.path ?? []).map(({ key }) => key as string | number),
        problem: issue.message,
      }));
  if (parsed.success && problems.length === 0) return { ok: true, value: parsed.output };
  return {
    ok: false,
    problems: problems
      .map(({ path, problem }) => ({ line: lineAt(text, offsetOf(tree, path)), problem: withPath(path, problem) }))
      .sort((a, b) => a.line - b.line),
  };
}

/** Where a path leads, or the nearest thing above it that is there. */
function offsetOf(tree: Node, path: readonly (string | number)[]): number {
  for (let length = path.length; length > 0; length--) {
    const node = findNodeAtLocation(tree, path.slice(0, length));
    if (node) return node.offset;
  }
  return tree.offset;
}

function lineAt(text: string, offset: number): number {
  return text.slice(0, offset).split("\n").length;
}

/** A sentence of ours names what it is about; one of the form needs its place said. */
function withPath(path: readonly (string | number)[], problem: string): string {
  return problem.includes("“") || path.length === 0 ? problem : `${path.join(".")}: ${problem}`;
}

function wordsOf({ error }: ParseError): string {
  return printParseErrorCode(error)
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .toLowerCase();
}

/** JSON lets a key stand twice and takes the last: half of what somebody wrote would be lost in silence. */
function keyTwice(node: Node): Node | null {
  const keys = new Set<unknown>();
  for (const child of node.children ?? []) {
    if (node.type === "object") {
      const key = child.children?.[0];
      if (key && keys.has(key.value)) return key;
      keys.add(key?.value);
    }
    const found = keyTwice(child);
    if (found) return found;
  }
  return null;
}
