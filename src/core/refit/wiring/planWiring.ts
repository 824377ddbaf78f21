import { searchWiring, type Found, type IsLate } from "./search";
import { linesOf, type WiringCase } from "./wiringCase";
import { isMoved, oldWire, runHundredths, type WiringModel, wiringModel } from "./wiringModel";
import { type PlannedRail, type PlannedWire, type WiringPlan } from "./wiringPlan";

/** A plan, and whether it is known to be the best. */
export interface PlannedWiring {
  /** null when a required device cannot be connected; or none was found in time, where `isProven` is false. */
  plan: WiringPlan | null;
  isProven: boolean;
  /** Places of the search tree that were looked at. */
  places: number;
}

/**
 * Assigns every wire to a pad: the fewest devices left out, then the best liked protocols, the fewest wires moved, the shortest runs, the
 * fewest ports with another number. Exact unless the time runs out. The rules are in docs/wiring.md.
 *
 * @param wiring - A case that `checkCase` finds nothing wrong with.
 */
export function planWiring(wiring: WiringCase, isLate?: IsLate): PlannedWiring {
  const model = wiringModel(wiring);
  const { best, isProven, places } = searchWiring(model, isLate);
  return { plan: best ? planOf(model, best) : null, isProven, places };
}

function planOf(model: WiringModel, { chosen, settled }: Found): WiringPlan {
  const { wiring, options, protocols } = model;
  const { board } = wiring;
  const wires: PlannedWire[] = [];
  let moved = 0;
  let run = 0;
  let portsChanged = 0;
  model.devices.forEach(({ device, needs }) => {
    for (const index of needs) {
      if (chosen[index]! < 0) continue;
      const option = options[chosen[index]!]!;
      const { need } = model.needs[index]!;
      const at = need.at ?? device.at;
      linesOf(need).forEach((line, lineIndex) => {
        const pad = board.pads[option.pads[lineIndex]!]!;
        wires.push({
          device: device.id,
          need: need.id,
          line,
          pad: pad.name,
          port: option.port,
          runMm: at ? runHundredths(at, pad) / 100 : 0,
          moved: isMoved(oldWire(wiring, device.id, need, line), pad),
        });
      });
      moved += option.moved;
      run += option.runHundredths;
      portsChanged += option.portsChanged;
    }
  });
  const leftOut = model.devices
    .filter(({ needs }) => needs.some((need) => chosen[need]! < 0))
    .map(({ device }) => device.id);
  const rankOf = (set: number) => model.sets[set]!.liked.indexOf(protocols[settled.sets[set]!]!);
  return {
    leftOut,
    wires,
    rails: railsOf(model, { chosen, settled }),
    protocols: Object.fromEntries(
      model.sets.flatMap(({ name }, set) => (settled.sets[set]! < 0 ? [] : [[name, protocols[settled.sets[set]!]!]])),
    ),
    groups: Object.fromEntries(
      board.groups.flatMap(({ id }, group) =>
        settled.groups[group]! < 0 ? [] : [[id, protocols[settled.groups[group]!]!]],
      ),
    ),
    cost: {
      leftOut: leftOut.length,
      protocolRank: wiring.likedProtocols
        ? settled.sets.reduce((sum, protocol, set) => (protocol < 0 ? sum : sum + rankOf(set)), 0)
        : 0,
      moved,
      runMm: run / 100,
      portsChanged,
    },
  };
}

function railsOf(model: WiringModel, { chosen, settled }: Pick<Found, "chosen" | "settled">): PlannedRail[] {
  const state = model.states[settled.state]!;
  return model.wiring.board.rails.map(({ id, choices }, rail) => {
    let meanA = 0;
    let peakA = 0;
    for (const index of chosen) {
      if (index < 0 || model.options[index]!.rail < 0) continue;
      const { need, rail: on } = model.options[index]!;
      if (!state.chain[on]!.includes(rail)) continue;
      meanA += model.needs[need]!.meanA;
      peakA += model.needs[need]!.peakA;
    }
    const { meanA: maxA, peakA: maxPeakA } = model.caps[rail]!;
    return {
      rail: id,
      by: choices[state.choices[rail]!]!.by,
      minV: state.minV[rail]!,
      maxV: state.maxV[rail]!,
      meanA: milli(meanA),
      peakA: milli(peakA),
      maxA,
      maxPeakA,
    };
  });
}

/** Sums of decimals without their dust, to a thousandth. */
function milli(value: number): number {
  return Math.round(value * 1000) / 1000;
}
