import net from "node:net";
import { listenOnLoopback, type LoopbackServer } from "./listen";

/** Answers one SCPI command (upper case, without its leading colon); undefined when the command has no answer. */
export type CommandHandler = (command: string, argument: string) => string | undefined;

/** What a web page sends first to a port that it takes for a web server's. */
const WEB_CALL = /^(GET|HEAD|POST|PUT|DELETE|OPTIONS|PATCH|CONNECT|TRACE) /;
const LONGEST_LINE = 4096;
/** @see SCPI-1999 volume 2, 21.8.4: the command is protected by another. */
const PROTECTED = "-203,Command protected";

/**
 * Starts a TCP server that speaks SCPI: messages end with a newline, commands in one are joined by semicolons, answers
 * to one message come as one line joined by semicolons.
 *
 * It hangs up on what is no SCPI: a web page's call, a line without an end.
 *
 * @param port - 0 picks a free one.
 * @param onGone - Called when the last master has gone.
 * @param isOwned - Commands that only one client at a time may give: the first, until it has gone. Others are refused.
 */
export function startScpiServer(
  port: number,
  handler: CommandHandler,
  onGone: () => void = () => {},
  isOwned: (command: string) => boolean = () => false,
): Promise<LoopbackServer> {
  const sockets = new Set<net.Socket>();
  let owner: net.Socket | null = null;
  const server = net.createServer((socket) => {
    sockets.add(socket);
    socket.setNoDelay(true);
    socket.setEncoding("utf8");
    let received = "";
    let wasRefused = false;
    const answer = (command: string, argument: string) => {
      if (isOwned(command)) {
        owner ??= socket;
        if (owner !== socket) {
          wasRefused = true;
          return undefined;
        }
      }
      if (command === "SYST:ERR?" && wasRefused) {
        wasRefused = false;
        return PROTECTED;
      }
      return handler(command, argument);
    };
    socket.on("data", (chunk: string) => {
      received += chunk;
      if (WEB_CALL.test(received) || received.length > LONGEST_LINE) {
        socket.destroy();
        return;
      }
      const lines = received.split("\n");
      received = lines.pop()!;
      for (const line of lines) {
        const answers = line
          .split(";")
          .map((part) => part.trim().replace(/^:/, ""))
          .filter(Boolean)
          .map((part) => {
            const [command, ...rest] = part.split(/\s+/);
            return answer(command!.toUpperCase(), rest.join(" "));
          })
          .filter((text) => text !== undefined);
        if (answers.length > 0) socket.write(`${answers.join(";")}\n`);
      }
    });
    socket.on("error", () => socket.destroy());
    socket.on("close", () => {
      sockets.delete(socket);
      if (owner === socket) owner = null;
      if (sockets.size === 0) onGone();
    });
  });
  return listenOnLoopback(server, port, sockets);
}
