import { withoutLetGo } from "./cellReadings";

const steady = Array.from({ length: 20 }, (_, at) => ({
  currentA: at,
  cellsV: [4.1 - 0.01 * at, 4.1 - 0.01 * at, 4.08],
}));
const withCell = (line: number, volts: number) =>
  steady.map((sample, at) => (at === line ? { ...sample, cellsV: [sample.cellsV[0]!, volts, 4.08] } : sample));

describe("readings in which a balance lead let go", () => {
  it("are left out, and said so", () => {
    const { samples, notes } = withoutLetGo(withCell(7, 0));
    expect(samples).toHaveLength(19);
    expect(notes).toEqual(["One reading was left out: the lead of cell 2 let go there."]);
  });

  it("are not those of a cell that collapses under load", () => {
    for (const volts of [2.9, 2.2, 1.1]) expect(withoutLetGo(withCell(19, volts)).samples).toHaveLength(20);
  });

  it("stay in where they are many: that is no slip", () => {
    const often = steady.map((sample, at) => (at % 3 === 0 ? { ...sample, cellsV: [4.1, 0, 4.08] } : sample));
    expect(withoutLetGo(often)).toEqual({ samples: often, notes: [] });
  });
});
