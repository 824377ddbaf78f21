import { type OtherLine, type SettingLine } from "./snapshot";

type Piece = SettingLine | OtherLine;

/** One item with its name and value beside each other, or a leaf whose mark is its name. */
const ITEM = /(<\w+\b[^<>]*?\b(?:name|key|id)=")([^"]+)("[^<>]*?\b(?:value|val)=")([^"]*)(")/g;
const LEAF = /(<)([A-Za-z_][\w.-]*)(>)([^<>\n]*)(<\/\2>)/g;

/**
 * Settings in marks, as pieces that make the whole text again: <item name="idle" value="5.5"/> and <idle>5.5</idle>.
 *
 * @returns null for a text that is not written in marks, or holds no setting.
 */
export function piecesOfMarks(text: string): Piece[] | null {
  if (
    !text
      .replace(/^\uFEFF/, "")
      .trimStart()
      .startsWith("<")
  )
    return null;
  const found = [ITEM, LEAF].flatMap((form) => [...text.matchAll(form)]).sort((a, b) => a.index - b.index);
  const pieces: Piece[] = [];
  let at = 0;
  for (const { index, 0: whole, 1: before, 2: key, 3: between, 4: value, 5: behind } of found) {
    if (index < at) continue;
    pieces.push({ kind: "other", text: text.slice(at, index) });
    pieces.push({
      kind: "setting",
      group: "",
      key: key!,
      value: value!,
      before: before!,
      between: between!,
      behind: behind!,
    });
    at = index + whole.length;
  }
  if (at === 0) return null;
  return [...pieces, { kind: "other", text: text.slice(at) }];
}

const TOKEN = /"(?:[^"\\]|\\.)*"|[{}[\],:]|[^\s"{}[\],:]+|\s+/g;

/**
 * Settings in JSON, as pieces that make the whole text again; objects are groups, a list is one value.
 *
 * @returns null for a text that is no JSON object.
 */
export function piecesOfJson(text: string): Piece[] | null {
  const bare = text.replace(/^\uFEFF/, "");
  if (!bare.trimStart().startsWith("{")) return null;
  try {
    JSON.parse(bare);
  } catch {
    return null;
  }
  return new JsonPieces(text).read();
}

class JsonPieces {
  private readonly tokens: string[];
  private readonly pieces: Piece[] = [];
  private readonly groups: string[] = [];
  private pending = "";
  private at = 0;

  constructor(text: string) {
    const start = text.indexOf("{");
    this.pending = text.slice(0, start);
    this.tokens = text.slice(start).match(TOKEN) ?? [];
  }

  read(): Piece[] {
    let key: string | null = null;
    let between = "";
    for (; this.at < this.tokens.length; this.at++) {
      const token = this.tokens[this.at]!;
      if (key === null) {
        if (this.isKey(token)) key = token.slice(1, -1);
        else this.pass(token);
        continue;
      }
      if (token === ":" || /^\s+$/.test(token)) {
        between += token;
        continue;
      }
      if (token === "{") {
        this.pending += `"${key}"${between}{`;
        this.groups.push(key);
      } else this.take(key, between, token === "[" ? this.list() : token);
      [key, between] = [null, ""];
    }
    return [...this.pieces, { kind: "other", text: this.pending }];
  }

  /** A string behind which a colon stands. */
  private isKey(token: string): boolean {
    return token.startsWith('"') && this.tokens.slice(this.at + 1, this.at + 3).some((each) => each === ":");
  }

  private pass(token: string): void {
    this.pending += token;
    if (token === "}") this.groups.pop();
  }

  /** A whole list as it is written. */
  private list(): string {
    let [text, depth] = ["", 0];
    for (; this.at < this.tokens.length; this.at++) {
      const token = this.tokens[this.at]!;
      text += token;
      depth += token === "[" || token === "{" ? 1 : token === "]" || token === "}" ? -1 : 0;
      if (depth === 0) break;
    }
    return text;
  }

  private take(key: string, between: string, token: string): void {
    const quote = token.startsWith('"') ? '"' : "";
    this.pieces.push(
      { kind: "other", text: this.pending },
      {
        kind: "setting",
        group: this.groups.join("."),
        key,
        value: quote ? token.slice(1, -1) : token,
        before: '"',
        between: `"${between}${quote}`,
        behind: quote,
      },
    );
    this.pending = "";
  }
}
