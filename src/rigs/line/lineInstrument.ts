import { connectionWords } from "../connectionWords";
import net from "node:net";
import { type Readings } from "../../core/series/series";
import { afterArrivals } from "../afterArrivals";
import { type CommandMap } from "../commandMap";
import { type Instrument, InstrumentError, type InstrumentIdentity } from "../instruments";
import { type InstrumentAddress } from "../scpi/scpiInstrument";
import { addListener } from "../listeners";
import { readLine } from "./readLine";

/** A stand that has said nothing for this long is lost. */
export const SILENCE_MS = 800;
const CONNECT_TIMEOUT_MS = 1500;
const WATCH_EVERY_MS = 50;
const LONGEST_LINE = 4096;

/**
 * Connects to a home-made stand that sends its readings as lines over TCP. It measures only: a stand that drives must be able
 * to confirm a cut, which this protocol cannot.
 *
 * @throws {InstrumentError} when nothing answers, or no identity and readings come in time.
 */
export function connectLine({ host, port }: InstrumentAddress, map: CommandMap): Promise<Instrument> {
  return new Promise((resolve, reject) => {
    const socket = net.createConnection({ host, port });
    const listeners: ((reason: string) => void)[] = [];
    let identity: InstrumentIdentity | null = null;
    let latest: Readings | null = null;
    let heardMs = performance.now();
    let lostReason: string | null = null;
    let isOpen = false;
    let received = "";
    const lose = (reason: string) => {
      if (lostReason !== null) return;
      lostReason = reason;
      clearInterval(watch);
      socket.destroy();
      if (!isOpen) reject(new InstrumentError(`No stand answers at ${host}:${port} (${reason}).`));
      for (const listener of listeners.splice(0)) listener(reason);
    };
    const open = () => {
      if (isOpen || !identity || !latest) return;
      isOpen = true;
      resolve({
        identity,
        channels: map.channels.map(({ channel }) => channel),
        output: null,
        measure: () =>
          lostReason === null && latest
            ? Promise.resolve(latest)
            : Promise.reject(new InstrumentError(`The stand is lost: ${lostReason}`)),
        onLost: (listener) => {
          if (lostReason === null) return addListener(listeners, listener);
          listener(lostReason);
          return () => undefined;
        },
        close: () => lose("closed by the agent"),
      });
    };
    const silentMs = () => performance.now() - heardMs;
    const isSilent = () => silentMs() > (isOpen ? SILENCE_MS : CONNECT_TIMEOUT_MS);
    const watch = setInterval(() => {
      if (isSilent()) afterArrivals(() => isSilent() && lose(`silent for ${Math.round(silentMs())} ms`));
    }, WATCH_EVERY_MS);
    socket.setEncoding("utf8");
    socket.on("error", (error) => lose(connectionWords(error)));
    socket.on("close", () => lose("the connection was closed"));
    socket.on("data", (chunk: string) => {
      const lines = (received + chunk).split("\n");
      received = lines.pop()!.slice(-LONGEST_LINE);
      for (const line of lines) {
        const said = readLine(line, map.channels);
        if (!said) continue;
        if (said.kind === "identity") identity = said.identity;
        else {
          latest = { ...latest, ...said.readings };
          heardMs = performance.now();
        }
        open();
      }
    });
  });
}
