import { CRAFT_KIND_LIST } from "@/core/craft/craftKinds";
import { craftSvg } from "./craftSvg";

describe("craftSvg", () => {
  it("rings the places that name a spot, each once, and draws without a style sheet", () => {
    const svg = craftSvg({
      shape: { kind: "quad", motorCount: 4 },
      places: ["ESC 3, rear left", "rear left", "Cell 2", "Motor 1"],
    });
    expect(svg.match(/stroke="#a3262a"/g)).toHaveLength(2);
    expect(svg).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"/);
    expect(svg).not.toMatch(/class=|aria-/);
    expect(svg).toMatch(/fill="#222222"/);
  });

  it.each(CRAFT_KIND_LIST)("draws a %s with nothing left to a style sheet", (kind) => {
    const svg = craftSvg({ shape: { kind, motorCount: 4 }, places: [] });
    expect(svg).not.toMatch(/class=/);
    for (const shape of svg.match(/<(path|circle|rect)[^>]*>/g)!) expect(shape).toMatch(/fill=/);
  });
});
