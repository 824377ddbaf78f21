import { type Pool } from "mysql2/promise";
import { insertInstrument, listInstruments, moveInstrument } from "../features/instruments/instrumentRepository";
import { SIMULATED_INSTRUMENTS, simulatedPorts } from "../rigs/simulated/simulatedInstruments";

const isoDate = (at: Date) => at.toISOString().slice(0, 10);
const daysFrom = (now: Date, days: number) => isoDate(new Date(now.getTime() + days * 86_400_000));

/**
 * Puts the simulated bench on the shop's list of instruments, or tells the list where it stands today. One calibration has run
 * out, so that one sees what that looks like.
 *
 * @param ports - As `RIG_SIMULATED` holds them.
 */
export async function loadDemoInstruments(pool: Pool, ports: string, now: Date): Promise<void> {
  const portOf = simulatedPorts(ports);
  const known = new Set((await listInstruments(pool)).map(({ name }) => name));
  for (const { key, name, transport, identity, map } of SIMULATED_INSTRUMENTS) {
    const port = portOf[key];
    if (known.has(name)) {
      await moveInstrument(pool, name, port);
      continue;
    }
    const isMeter = key === "wattmeter" || key === "thermometer";
    await insertInstrument(pool, {
      name,
      transport,
      host: "127.0.0.1",
      port,
      map,
      serial: identity.split(",")[2]!,
      calibratedOn: isMeter ? daysFrom(now, key === "wattmeter" ? -120 : -400) : null,
      calibrationDue: isMeter ? daysFrom(now, key === "wattmeter" ? 245 : -35) : null,
      isUsed: true,
    });
  }
}
