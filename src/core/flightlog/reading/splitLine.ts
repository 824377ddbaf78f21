/** Splits one line at its delimiter; a delimiter between quotes belongs to the cell, and a doubled quote is one. */
export function splitLine(line: string, delimiter: string): string[] {
  if (!line.includes('"')) return line.split(delimiter).map((cell) => cell.trim());
  const cells: string[] = [];
  let cell = "";
  let isQuoted = false;
  for (let at = 0; at < line.length; at++) {
    const sign = line[at]!;
    if (sign === '"' && isQuoted && line[at + 1] === '"') cell += line[at++]!;
    else if (sign === '"') isQuoted = !isQuoted;
    else if (sign === delimiter && !isQuoted) {
      cells.push(cell.trim());
      cell = "";
    } else cell += sign;
  }
  return [...cells, cell.trim()];
}
