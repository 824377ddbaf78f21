import { type Command } from "../../core/bench/run/ProfileCursor";
import { type CommandMap } from "../commandMap";
import { type Instrument, InstrumentError, type InstrumentIdentity, type Output } from "../instruments";
import { ScpiConnection } from "./ScpiConnection";

/** Where an instrument listens. */
export interface InstrumentAddress {
  host: string;
  port: number;
}

const CUT_CONFIRMED_MS = 150;
/** What SCPI instruments answer for an input that is not connected. @see SCPI-1999 volume 1, 7.2.1.5 */
const NOT_A_NUMBER = 9.91e37;

/**
 * Connects to an instrument that speaks SCPI and reads its identity.
 *
 * @param map - What to ask it for each channel, and how it drives.
 * @throws {InstrumentError} when nothing answers or the answer is no identity.
 */
export async function connectScpi({ host, port }: InstrumentAddress, map: CommandMap): Promise<Instrument> {
  const line = await ScpiConnection.open(host, port);
  const identity = await identify(line);
  // One message with all queries, so that the readings belong to one moment.
  const question = map.channels.map(({ query }) => query).join(";:");
  return {
    identity,
    channels: map.channels.map(({ channel }) => channel),
    output: map.output ? outputOf(line, map.output) : null,
    onLost: (listener) => line.onLost(listener),
    close: () => line.drop("closed by the agent"),
    async measure() {
      if (question === "") return {};
      const answer = await line.query(question);
      const values = answer.split(";").map((text) => (text.trim() === "" ? NaN : Number(text)));
      if (values.length !== map.channels.length || values.some(Number.isNaN)) {
        const wanted = map.channels.map(({ channel }) => channel).join(", ");
        throw new InstrumentError(`${identity.model} answered "${answer}", not numbers for ${wanted}`);
      }
      return Object.fromEntries(
        map.channels.flatMap(({ channel, factor }, at) =>
          values[at] === NOT_A_NUMBER ? [] : [[channel, values[at]! * factor]],
        ),
      );
    },
  };
}

function outputOf(line: ScpiConnection, map: NonNullable<CommandMap["output"]>): Output {
  const requireNoError = async () => {
    if (!map.error) return;
    const error = await line.query(map.error);
    if (!error.startsWith("0")) throw new InstrumentError(`The output reports ${error}`);
  };
  const valueOf = ({ throttle, pulseS }: Command) =>
    map.drives === "throttle" ? throttle.toFixed(4) : (pulseS ?? 0).toFixed(7);
  return {
    drives: map.drives,
    async enable() {
      line.send(map.enable);
      await requireNoError();
    },
    async set(command) {
      line.send(map.set.replaceAll("{value}", valueOf(command)).replaceAll("{output}", String(command.output)));
      await requireNoError();
    },
    async stands() {
      const [state = "", value] = (await line.query(map.read ? `${map.confirm};:${map.read}` : map.confirm)).split(";");
      const read = map.read ? Number(value) : NaN;
      return { isOn: !state.startsWith(map.confirmed), value: Number.isFinite(read) ? read : null };
    },
    async cut() {
      try {
        line.send(map.cut);
        const state = await line.query(map.confirm, CUT_CONFIRMED_MS);
        if (!state.startsWith(map.confirmed)) line.drop(`it did not switch off, it said ${state}`);
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
