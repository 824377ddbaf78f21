import { type InstrumentIdentity, InstrumentError, type ThrottleOutput, type Wattmeter } from "../instruments";
import { ScpiConnection } from "./ScpiConnection";

/** Where an instrument listens. */
export interface InstrumentAddress {
  host: string;
  port: number;
}

/**
 * Connects to a wattmeter and reads its identity.
 *
 * @throws {InstrumentError} when nothing answers or the answer is no identity.
 */
export async function connectWattmeter({ host, port }: InstrumentAddress): Promise<Wattmeter> {
  const line = await ScpiConnection.open(host, port);
  const identity = await identify(line);
  return {
    identity,
    onLost: (listener) => line.onLost(listener),
    close: () => line.drop("closed by the agent"),
    async measure() {
      // One message with both queries, so that volts and amps belong to one moment.
      const answer = await line.query("MEAS:VOLT?;:MEAS:CURR?");
      const [voltageV, currentA] = answer.split(";").map(Number);
      if (voltageV === undefined || currentA === undefined || Number.isNaN(voltageV + currentA)) {
        throw new InstrumentError(`The wattmeter answered "${answer}", not volts and amps.`);
      }
      return { voltageV, currentA };
    },
  };
}

/**
 * Connects to a throttle output and reads its identity.
 *
 * @throws {InstrumentError} when nothing answers or the answer is no identity.
 */
export async function connectThrottle({ host, port }: InstrumentAddress): Promise<ThrottleOutput> {
  const line = await ScpiConnection.open(host, port);
  const identity = await identify(line);
  const requireNoError = async () => {
    const error = await line.query("SYST:ERR?");
    if (!error.startsWith("0")) throw new InstrumentError(`The throttle output reports ${error}.`);
  };
  return {
    identity,
    onLost: (listener) => line.onLost(listener),
    close: () => line.drop("closed by the agent"),
    async enable() {
      line.send("SOUR:THR 0;:OUTP ON");
      await requireNoError();
    },
    async setThrottle(throttle) {
      line.send(`SOUR:THR ${throttle.toFixed(4)}`);
      await requireNoError();
    },
    async cut() {
      try {
        line.send("OUTP OFF;:SOUR:THR 0");
        const state = await line.query("OUTP?", 150);
        if (state !== "0") line.drop(`it did not switch off, it said ${state}`);
      } catch {
        line.drop("it did not confirm the cut"); // the output switches itself off when its master is gone
      }
    },
  };
}

async function identify(line: ScpiConnection): Promise<InstrumentIdentity> {
  const answer = await line.query("*IDN?", 1000);
  const [maker, model, serial, firmware] = answer.split(",").map((field) => field.trim());
  if (!maker || !model || !serial || !firmware) {
    line.drop("it has no identity");
    throw new InstrumentError(`The instrument answered *IDN? with "${answer}".`);
  }
  return { maker, model, serial, firmware };
}
