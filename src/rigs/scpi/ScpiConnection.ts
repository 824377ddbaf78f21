import { connectionWords } from "../connectionWords";
import net from "node:net";
import { afterArrivals } from "../afterArrivals";
import { InstrumentError } from "../instruments";
import { addListener } from "../listeners";

interface Pending {
  resolve: (answer: string) => void;
  reject: (error: Error) => void;
  timer: NodeJS.Timeout;
}

/** How long an instrument may take to answer before it counts as lost. */
export const ANSWER_TIMEOUT_MS = 250;
const LONGEST_ANSWER = 64 * 1024;
const CONNECT_TIMEOUT_MS = 1500;

/**
 * A line to one SCPI instrument: newline-terminated commands over TCP, answered in the order they were asked.
 *
 * @see IEEE 488.2-1992 (common commands, message exchange), SCPI-1999 volume 1.
 */
export class ScpiConnection {
  private readonly pending: Pending[] = [];
  private readonly lostListeners: ((reason: string) => void)[] = [];
  private received = "";
  private lostReason: string | null = null;

  private constructor(private readonly socket: net.Socket) {
    socket.setNoDelay(true); // a command must not wait for company: it may be the cut
    socket.setEncoding("utf8");
    socket.on("data", (chunk: string) => this.receive(chunk));
    socket.on("error", (error) => this.lose(connectionWords(error)));
    socket.on("close", () => this.lose("the connection was closed"));
  }

  /** @throws {InstrumentError} when nothing answers at the address. */
  static open(host: string, port: number): Promise<ScpiConnection> {
    return new Promise((resolve, reject) => {
      const socket = net.createConnection({ host, port });
      const fail = (reason: string) => {
        socket.destroy();
        reject(new InstrumentError(`No instrument answers at ${host}:${port} (${reason}).`));
      };
      socket.setTimeout(CONNECT_TIMEOUT_MS, () => fail("no answer in time"));
      socket.once("error", (error) => fail(connectionWords(error)));
      socket.once("connect", () => {
        socket.setTimeout(0);
        socket.removeAllListeners("error");
        resolve(new ScpiConnection(socket));
      });
    });
  }

  /** @returns What takes the listener off again. */
  onLost(listener: (reason: string) => void): () => void {
    if (this.lostReason === null) return addListener(this.lostListeners, listener);
    listener(this.lostReason);
    return () => undefined;
  }

  /** Sends a command that has no answer. */
  send(command: string): void {
    if (this.lostReason !== null) throw new InstrumentError(`The instrument is lost: ${this.lostReason}.`);
    this.socket.write(`${command}\n`);
  }

  /**
   * Asks and waits for one line.
   *
   * @throws {InstrumentError} when no answer comes in time; the line is then dropped, for a late answer would be taken
   *   for the next one's.
   */
  query(command: string, timeoutMs = ANSWER_TIMEOUT_MS): Promise<string> {
    return new Promise((resolve, reject) => {
      const giveUp = () => {
        if (this.pending.includes(waiting)) this.drop(`no answer to ${command} within ${timeoutMs} ms`);
      };
      const waiting: Pending = { resolve, reject, timer: setTimeout(() => afterArrivals(giveUp), timeoutMs) };
      this.pending.push(waiting);
      try {
        this.send(command);
      } catch (error) {
        clearTimeout(waiting.timer);
        this.pending.pop();
        reject(error as Error);
      }
    });
  }

  /** Gives the line up at once. */
  drop(reason: string): void {
    this.lose(reason);
    this.socket.destroy();
  }

  private receive(chunk: string): void {
    this.received += chunk;
    // An answer without an end would fill the memory of the process that must cut.
    if (this.received.length > LONGEST_ANSWER) {
      this.drop(`it sent more than ${LONGEST_ANSWER / 1024} kB`);
      return;
    }
    for (let end = this.received.indexOf("\n"); end >= 0; end = this.received.indexOf("\n")) {
      const line = this.received.slice(0, end).trim();
      this.received = this.received.slice(end + 1);
      const waiting = this.pending.shift();
      if (!waiting) continue;
      clearTimeout(waiting.timer);
      waiting.resolve(line);
    }
  }

  private lose(reason: string): void {
    if (this.lostReason !== null) return;
    this.lostReason = reason;
    for (const waiting of this.pending.splice(0)) {
      clearTimeout(waiting.timer);
      waiting.reject(new InstrumentError(`The instrument is lost: ${reason}.`));
    }
    for (const listener of this.lostListeners.splice(0)) listener(reason);
  }
}
