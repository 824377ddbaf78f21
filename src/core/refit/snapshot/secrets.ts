import { type OtherLine, type SettingLine, type Snapshot } from "./snapshot";

/** A word that makes a setting a secret wherever it stands in the name. */
const SECRET_WORDS = new Set(
  (
    "password passwd passwort passphrase passcode phrase bindphrase bindingphrase linkphrase pwd pw psk secret secrets private token " +
    "credential credentials creds crypt cipher auth authorization authentication apikey bindkey linkkey uid"
  ).split(" "),
);
/** Words that do so at the end of a name: a “stream key”, but not the “key frame interval”. */
const AT_THE_END = new Set(["key", "keys", "pass"]);
/** A pass of a filter lets through, and is no password. */
const FILTERS = new Set(["low", "high", "band", "all", "by", "notch", "filter"]);
/** A pin that opens something, beside those that have a number on a board. */
const OPENS = new Set(["unlock", "sim", "access", "pairing", "pair", "security", "login", "admin", "user", "entry"]);
/** A name and a password in an address. */
const IN_ADDRESS = /(\w+:\/\/[^\s:/@]*:)([^\s@]+)(@)/;
/** A key and its value in a line of any other form, or in a remark. */
const ANYWHERE = /^(\W*)([A-Za-z_][\w.\- ]*?)(\s*(?:=|:|->|,|;|\t)\s*)(\S.*?)(\s*)$/;

export const MASK = "••••••";

/** True for a setting that nobody outside the shop may read: keys, bind phrases, passwords. */
export function isSecret({ group, key, value = "" }: { group: string; key: string; value?: string }): boolean {
  const words = `${group}_${key}`
    .replace(/([a-z])([A-Z])/g, "$1_$2")
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean);
  const [last, before] = [words.at(-1) ?? "", words.at(-2) ?? ""];
  return (
    words.some((word) => SECRET_WORDS.has(word)) ||
    (AT_THE_END.has(last) && !FILTERS.has(before)) ||
    (last === "pin" && OPENS.has(before)) ||
    (words.includes("pin") && words.includes("code")) ||
    IN_ADDRESS.test(value)
  );
}

/** A snapshot's lines with every secret masked, in its remarks and in lines of no known form as well. */
export function masked(snapshot: Snapshot): Snapshot {
  return { ...snapshot, lines: snapshot.lines.map((line) => (line.kind === "setting" ? hidden(line) : bared(line))) };
}

function hidden(line: SettingLine): SettingLine {
  return isSecret(line) && line.value !== "" ? { ...line, value: MASK } : line;
}

function bared({ text, ...line }: OtherLine): OtherLine {
  const [, before, key, between, value, behind] = ANYWHERE.exec(text) ?? [];
  return key !== undefined && isSecret({ group: "", key, value: value! })
    ? { ...line, text: `${before}${key}${between}${MASK}${behind}` }
    : { ...line, text };
}
