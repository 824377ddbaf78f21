/** A line of a settings file that sets a key; around key and value it is kept as it was written. */
export interface SettingLine {
  kind: "setting";
  group: string;
  key: string;
  value: string;
  /** What stands before the key, between key and value, and behind the value. */
  before: string;
  between: string;
  behind: string;
}

/** Any other line: a remark, a heading of a group, an empty one, a command. */
export interface OtherLine {
  kind: "other";
  text: string;
}

/** Settings as they were read off a board, line by line. */
export interface Snapshot {
  lines: readonly (SettingLine | OtherLine)[];
  /** How lines end; nothing where the settings are pieces of a text of another form, as JSON. */
  newline: "\n" | "\r\n" | "";
}

/** The text of a snapshot: what was read, to the letter, while nothing was changed. */
export function writeSnapshot({ lines, newline }: Snapshot): string {
  return lines.map(textOf).join(newline);
}

/** A line as it is written. */
export function textOf(line: SettingLine | OtherLine): string {
  return line.kind === "other" ? line.text : `${line.before}${line.key}${line.between}${line.value}${line.behind}`;
}

/** The settings, one after the other; a key that stands twice counts with its number. */
export function settingsOf({ lines }: Snapshot): Map<string, SettingLine> {
  const settings = new Map<string, SettingLine>();
  for (const line of lines) {
    if (line.kind !== "setting") continue;
    let id = idOf(line);
    for (let more = 2; settings.has(id); more++) id = `${idOf(line)} #${more}`;
    settings.set(id, line);
  }
  return settings;
}

function idOf({ group, key }: SettingLine): string {
  return group === "" ? key : `${group} / ${key}`;
}
