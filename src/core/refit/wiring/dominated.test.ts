import { withoutDominated } from "./dominated";
import { type WiringCase } from "./wiringCase";
import { wiringModel } from "./wiringModel";

const pad = (name: string, xMm: number, ...uses: WiringCase["board"]["pads"][number]["uses"]) => ({
  name,
  xMm,
  yMm: 0,
  uses,
});

/** Two devices at the left edge: one that is fed and grounded, one that talks. */
function aCase(pads: WiringCase["board"]["pads"]): WiringCase {
  return {
    board: {
      name: "test",
      outline: { widthMm: 40, heightMm: 40 },
      pads,
      ports: [
        { id: "S1", number: 1, kind: "serial" },
        { id: "S2", number: 2, kind: "serial" },
      ],
      rails: [{ id: "main", maxA: 2, choices: [{ by: "", volts: 5 }] }],
      groups: [],
      blocks: [],
    },
    devices: [
      { id: "lamp", name: "lamp", at: { xMm: 0, yMm: 0 }, needs: [{ id: "ground", kind: "ground" }] },
      {
        id: "radio",
        name: "radio",
        at: { xMm: 0, yMm: 0 },
        needs: [{ id: "link", kind: "serial", mode: "transmit" }],
      },
    ],
  };
}

/** Names of the pads that each need may still go on. */
function padsLeft(wiring: WiringCase): string[][] {
  const { model } = withoutDominated(wiringModel(wiring));
  return model.needs.map(({ options }) =>
    options.map((each) => wiring.board.pads[model.options[each]!.pads[0]!]!.name),
  );
}

it("leaves the nearer of two ground pads, and the nearer of two pads of one port", () => {
  const left = padsLeft(
    aCase([
      pad("G far", 30, { function: "ground" }),
      pad("G near", 5, { function: "ground" }),
      pad("R1 far", 20, { function: "rx", port: "S1" }),
      pad("R1 near", 10, { function: "rx", port: "S1" }),
    ]),
  );
  expect(left).toEqual([["G near"], ["R1 near"]]);
});

it("keeps a dearer pad of another port, and one beside a nearer that another function wants", () => {
  const left = padsLeft(
    aCase([
      pad("G far", 30, { function: "ground" }),
      pad("G or R2", 5, { function: "ground" }, { function: "rx", port: "S2" }),
      pad("R1", 20, { function: "rx", port: "S1" }),
    ]),
  );
  expect(left).toEqual([
    ["G far", "G or R2"],
    ["G or R2", "R1"],
  ]);
});

it("gives the whole model's number of each option that is left", () => {
  const whole = wiringModel(
    aCase([pad("G far", 30, { function: "ground" }), pad("G near", 5, { function: "ground" })]),
  );
  const { model, original } = withoutDominated(whole);
  expect([...original].map((index) => whole.options[index]!.pads)).toEqual(model.options.map(({ pads }) => pads));
  expect(model.options).toHaveLength(1);
});
