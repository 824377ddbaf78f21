import { readShelves } from "./readShelves";

const linesOf = (text: string) => {
  const read = readShelves(text);
  if ("problems" in read) throw new Error(JSON.stringify(read.problems));
  return read.lines;
};
const problemsOf = (text: string) => {
  const read = readShelves(text);
  return "problems" in read ? read.problems.map(({ line, problem }) => `${line}: ${problem}`) : [];
};

describe("a table of shelves", () => {
  it("is read by its headings in any order and any case, with the kind as its word or its name", () => {
    expect(linesOf("Name,On hand,KIND\nFen 20,3,motor\nEye,,Camera\n")).toEqual([
      expect.objectContaining({
        line: 2,
        onHand: 3,
        label: expect.objectContaining({ kind: "motor", name: "Fen 20" }) as object,
      }),
      expect.objectContaining({
        line: 3,
        onHand: null,
        label: expect.objectContaining({ kind: "camera", shelf: "" }) as object,
      }),
    ]);
  });

  it("may come with semicolons, a byte order mark, decimal commas and empty lines", () => {
    const [line] = linesOf("\uFEFFkind;name;price;continuous_a\n\nesc;Brask 45;21,5;45\n\n");
    expect(line).toMatchObject({ label: { priceCents: 2150, continuousA: 45, fewest: 0 } });
  });

  it("gives back a name that was guarded against formulas", () => {
    expect(linesOf("kind,name\nservo,'=1+1\n")[0]!.label.name).toBe("=1+1");
  });

  it.each([
    ["nothing", "", /column “kind” and “name”/],
    ["no lines", "kind,name\n", /^2: There is no line/],
    ["a kind that there is none of", "kind,name\nwheel,X\n", /^2: There is no kind of part “wheel”/],
    ["a figure that may be two", 'kind,name,price\nesc,X,"2,310"\n', /^2: “2,310” under price may be two numbers/],
    ["a rating below zero", "kind,name,continuous_a\nesc,Fen,-3\n", /^2: At least 0.1 A/],
    ["a piece and a half", "kind,name,on_hand\nesc,X,1.5\n", /^2: 1.5 on hand: whole pieces/],
    ["a name twice", "kind,name\nesc,Fen\nesc,fen\n", /^3: fen stands in line 2 already/],
  ])("is refused with its line for %s", (_, text, problem) => {
    expect(problemsOf(text)).toEqual([expect.stringMatching(problem)]);
  });

  it("has two thousand lines at most", () => {
    const rows = Array.from({ length: 2001 }, (_, at) => `esc,Fen ${at}`).join("\n");
    expect(problemsOf(`kind,name\n${rows}\n`)).toEqual(["2002: More than 2000 lines are not read at once."]);
  });
});
