import { compareFlights } from "./compareFlights";
import { type FlightFigures } from "./flightFigures";

/** Amps that go with the square of the output, times a factor; a little of something else on top. */
const flight = (factor: number, from: number, to: number, more: Partial<FlightFigures> = {}): FlightFigures => ({
  flyingS: 100,
  mah: 500 * factor,
  wh: 8 * factor,
  km: 2,
  meanA: 18,
  vibration: { unit: "g", rateHz: 500 },
  stretches: Array.from({ length: 40 }, (_, at) => {
    const power = from + ((to - from) * at) / 39;
    const other = 1 + 0.01 * Math.sin(at * 2.4);
    return [power, factor * (5 + 60 * power ** 2) * other, 0.2 * factor * other] as const;
  }),
  ...more,
});
const said = (a: FlightFigures, b: FlightFigures) => new Map(compareFlights(a, b).map((each) => [each.what, each]));

describe("compareFlights", () => {
  it("at like output finds a fifth more, though the flights were flown at unlike outputs", () => {
    const calm = flight(1, 0.3, 0.5);
    const fast = flight(1.2, 0.4, 0.7);
    const amps = said(calm, fast).get("amps")!;
    expect(amps.word).toBe("more");
    expect(amps.change).toBeCloseTo(0.2, 2);
    expect(amps.give!).toBeLessThan(0.02);
    expect(said(fast, calm).get("amps")!.word).toBe("less");
  });

  it("says alike of the same craft flown faster", () => {
    expect(said(flight(1, 0.3, 0.5), flight(1, 0.4, 0.7)).get("amps")!.word).toBe("alike");
  });

  it("cannot tell where no output was flown in both, or a log shows nothing", () => {
    expect(said(flight(1, 0.2, 0.3), flight(1, 0.5, 0.7)).get("amps")).toMatchObject({
      word: "cannot tell",
      because: "The two were hardly flown at the same output.",
    });
    const without = flight(1, 0.3, 0.5);
    const blind = { ...without, stretches: without.stretches.map(([power]) => [power, null, null] as const) };
    expect(said(without, blind).get("amps")!.word).toBe("cannot tell");
  });

  it("shaking: a tenth more may be a prop taken off and on, twice as much is not", () => {
    expect(said(flight(1, 0.3, 0.5), flight(1.1, 0.3, 0.5)).get("vibration")!.word).toBe("alike");
    expect(said(flight(1, 0.3, 0.5), flight(2, 0.3, 0.5)).get("vibration")).toMatchObject({ word: "more" });
  });

  it("does not hold shaking of two rates of writing, or two units, against each other", () => {
    const slow = flight(2, 0.3, 0.5, { vibration: { unit: "g", rateHz: 250 } });
    expect(said(flight(1, 0.3, 0.5), slow).get("vibration")).toMatchObject({ word: "cannot tell", change: null });
    const rates = flight(2, 0.3, 0.5, { vibration: { unit: "deg/s", rateHz: 500 } });
    expect(said(flight(1, 0.3, 0.5), rates).get("vibration")!.because).toMatch(/in g, the other in deg\/s/);
  });

  it("charge over the way: by hand, and not over a way that was hardly flown", () => {
    const all = said(flight(1, 0.3, 0.5), flight(1.3, 0.3, 0.5));
    expect(all.get("mAh/km")).toMatchObject({ before: 250, after: 325, word: "more" });
    expect(all.get("Wh/km")).toMatchObject({ before: 4, after: 5.2 });
    expect(said(flight(1, 0.3, 0.5), flight(1.1, 0.3, 0.5)).get("mAh/km")!.word).toBe("alike");
    expect(said(flight(1, 0.3, 0.5, { km: 0.05 }), flight(1, 0.3, 0.5)).get("mAh/km")!.word).toBe("cannot tell");
  });
});
