import {
  formatAge,
  formatChange,
  formatClock,
  formatDateTime,
  formatDay,
  formatWeekday,
  formatPercent,
  formatQuantity,
} from "./format";

beforeAll(() => void (process.env.PITSTOPA_ZONE = "UTC"));

describe("format", () => {
  it.each([
    [0.456, "46\u00a0%"],
    [0.004, "0.4\u00a0%"],
    [0.00001, "<0.1\u00a0%"],
    [0, "0\u00a0%"],
    [0.9996, "99.9\u00a0%"],
    [1, "100\u00a0%"],
  ])("writes the probability %d as %s", (share, text) => expect(formatPercent(share)).toBe(text));

  it.each([
    [47.2, "48\u00a0s"],
    [60, "1:00\u00a0min"],
    [1028.7, "17:09\u00a0min"],
    [-3, "0\u00a0s"],
  ])("writes %d seconds as %s", (seconds, text) => expect(formatClock(seconds)).toBe(text));

  it("rounds quantities instead of cutting them, and shows a missing one as a dash", () => {
    expect(formatQuantity(1.999, "A", 2)).toBe("2.00\u00a0A");
    expect(formatQuantity(NaN, "A")).toBe("–\u00a0A");
  });

  it("writes a change with its sign", () => {
    expect(formatChange(0.268)).toBe("+27\u00a0%");
    expect(formatChange(-0.023)).toBe("−2.3\u00a0%");
  });

  it("writes ages and dates", () => {
    const at = new Date("2026-11-05T08:03:00Z");
    expect(formatAge(at, new Date("2026-11-05T08:45:30Z"))).toBe("42\u00a0min");
    expect(formatAge(at, new Date("2026-11-06T09:03:00Z"))).toBe("25\u00a0h");
    expect(formatAge(at, new Date("2026-11-13T08:03:00Z"))).toBe("8\u00a0d");
    expect(formatDateTime(at)).toBe("5 Nov 2026, 08:03");
  });

  it("are of the shop's own clock, over midnight", () => {
    process.env.PITSTOPA_ZONE = "Etc/GMT-13"; // thirteen hours ahead: the sign is that of the old convention
    const evening = new Date("2026-11-05T20:03:00Z");
    expect(formatDateTime(evening)).toBe("6 Nov 2026, 09:03");
    expect(formatDay(evening)).toBe("2026-11-06");
    expect(formatWeekday(evening)).toBe("Friday");
    process.env.PITSTOPA_ZONE = "UTC";
  });
});
