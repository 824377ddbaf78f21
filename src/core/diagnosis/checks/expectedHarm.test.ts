import { type FaultMode, type Library } from "../library/library.types";
import { expectedHarm, harmOfCheck, harmOfRetest } from "./expectedHarm";

const fault = (id: string, powered: number, propsOn: number): FaultMode => ({
  id,
  name: id,
  part: "wiring",
  looksLike: "",
  repair: `mend-${id}`,
  prior: 0.1,
  grade: "guess",
  harm: { powered, propsOn, grade: "guess" },
});
const library = { faults: [fault("short", 6000, 0), fault("loose", 0, 8000)] } as unknown as Library;
// Worked by hand: a short with 20 % and a loose lead with 5 %.
const marginal = [0.2, 0.05];

describe("what is at risk", () => {
  const harm = expectedHarm(library, marginal);

  it("is P(fault) times its harm, summed, and names what most of it comes from", () => {
    expect(harm.unpowered.cents).toBe(0);
    expect(harm["powered, props off"]).toMatchObject({ cents: 1200, worst: { id: "short" } });
    expect(harm["props on"].cents).toBe(1200 + 400);
  });

  it("is little through a current limiter", () => {
    const through = harmOfCheck({ hazard: "powered, props off", needs: ["current limiter"] }, harm).cents;
    expect(through).toBeLessThan(0.1 * harmOfCheck({ hazard: "powered, props off", needs: [] }, harm).cents);
  });

  it("after a repair is that of all it did not cure", () => {
    const risk = harmOfRetest(library, marginal);
    expect(risk("mend-short")).toBe(400);
    expect(risk("mend-loose")).toBe(1200);
  });
});
