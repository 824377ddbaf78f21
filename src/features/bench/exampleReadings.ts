import { HEADERS, type MeasurementKind } from "@/core/bench/measure/measureColumns";
import { simulateMotors } from "@/sim/simulateMotors";

/** Readings to try a verdict with, made by the simulator: a dragging bearing, a meter off by four, a chattering servo, a pack with a weak cell. */
export function exampleReadings(kind: MeasurementKind): string {
  const line = (...values: readonly number[]) => values.map((value) => Number(value.toFixed(3))).join(",");
  switch (kind) {
    case "motor": {
      const sweeps = simulateMotors(
        { kv: 2400, resistanceOhm: 0.065, noLoadA: 0.9 },
        { defect: "dragging-bearing", severity: 2, seed: 12 },
      );
      const lines = sweeps.flatMap(({ samples }, place) =>
        samples.map(({ throttle, voltageV, currentA, rpm }) =>
          line(place + 1, throttle * 100, voltageV, currentA, Math.round(rpm)),
        ),
      );
      return [HEADERS.motor, ...lines].join("\n");
    }
    case "meter": {
      const shown = [0.2, 1.1, 2, 3.1, 4, 5.2];
      const reference = [0.9, 4.4, 8.3, 12.9, 16.3, 21.4];
      return [HEADERS.meter, ...shown.map((value, row) => line(value, reference[row]!))].join("\n");
    }
    case "servo": {
      const angle = (pulse: number) => 0.088 * (pulse - 1500);
      const up = [1000, 1250, 1500, 1750, 2000].map((pulse) => line(pulse, angle(pulse), 0.31));
      const down = [1750, 1500, 1250, 1000].map((pulse) => line(pulse, angle(pulse) + 0.6, 0.28));
      const rest = [0, 1.9, -0.2, 1.7].map((swing) => line(1500, swing, 0.12));
      return [HEADERS.servo, ...up, ...down, ...rest].join("\n");
    }
    case "pack": {
      const ohms = [0.009, 0.0095, 0.016];
      const loads = [0, 5, 10, 20, 30];
      const lines = loads.map((amps) => line(amps, ...ohms.map((ohm, cell) => 4.08 - 0.004 * cell - amps * ohm)));
      return [HEADERS.pack, ...lines].join("\n");
    }
  }
}
