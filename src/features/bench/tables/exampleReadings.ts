import { HEADERS, type MeasurementKind } from "@/core/bench/measure/measureColumns";
import { motorProfile } from "@/core/bench/run/profiles";
import { runColumns } from "@/core/bench/run/runColumns";
import { simulateCraft } from "@/sim/benchDefects";
import { DEMO_DRIVES } from "@/sim/demoDrives";
import { simulateRun } from "@/sim/simulateRun";

const DRIVE = DEMO_DRIVES["five-inch"]!;

/** Readings to try a verdict with, made by the simulator: a dragging bearing, a meter off by four, a chattering servo, a pack with a weak cell. */
export function exampleReadings(kind: MeasurementKind): string {
  const line = (...values: readonly number[]) => values.map((value) => Number(value.toFixed(3))).join(",");
  switch (kind) {
    case "motor": {
      const profile = motorProfile(4);
      const craft = simulateCraft(DRIVE, { defect: "dragging-bearing", severity: 2, place: 0, seed: 12 });
      const channels = ["voltage", "current", "speed", "thrust", "vibration", "roughness"];
      const run = simulateRun(craft, profile, { channels, rateHz: 10, seed: 12 });
      const { values } = runColumns("motor", run, profile);
      const column = (name: string) => values.get(name)!;
      const lines = column("motor").map((motor, row) =>
        line(
          motor,
          column("throttle")[row]! * 100,
          column("voltage")[row]!,
          column("current")[row]!,
          Math.round(column("speed")[row]!),
          column("thrust")[row]!,
          column("vibration")[row]!,
          column("roughness")[row]!,
        ),
      );
      return [`${HEADERS.motor},thrust [N],vibration [m/s²],roughness [m/s²]`, ...lines].join("\n");
    }
    case "power":
      return [
        HEADERS.power,
        ...[
          [0, 16.3, 0.8],
          [15, 16.2, 3.1],
          [50, 15.6, 22.4],
          [100, 14.1, 71.8],
        ].map((row) => line(...row)),
      ].join("\n");
    case "esc": {
      const lines = Array.from({ length: 16 }, (_, at) =>
        line(at * 3, 31 + 0.2 * (at % 3), 24 + 81 * (1 - Math.exp((-at * 3) / 13)) + 0.3 * (at % 2)),
      );
      return [HEADERS.esc, ...lines].join("\n");
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
