import net from "node:net";
import { listenOnLoopback, type LoopbackServer } from "./listen";

/** Answers one SCPI command (upper case, without its leading colon); undefined when the command has no answer. */
export type CommandHandler = (command: string, argument: string) => string | undefined;

/**
 * Starts a TCP server that speaks SCPI: messages end with a newline, commands in one are joined by semicolons, answers
 * to one message come as one line joined by semicolons.
 *
 * @param port - 0 picks a free one.
 * @param onGone - Called when the last master has gone.
 */
export function startScpiServer(
  port: number,
  handler: CommandHandler,
  onGone: () => void = () => {},
): Promise<LoopbackServer> {
  const sockets = new Set<net.Socket>();
  const server = net.createServer((socket) => {
    sockets.add(socket);
    socket.setNoDelay(true);
    socket.setEncoding("utf8");
    let received = "";
    socket.on("data", (chunk: string) => {
      received += chunk;
      const lines = received.split("\n");
      received = lines.pop()!;
      for (const line of lines) {
        const answers = line
          .split(";")
          .map((part) => part.trim().replace(/^:/, ""))
          .filter(Boolean)
          .map((part) => {
            const [command, ...rest] = part.split(/\s+/);
            return handler(command!.toUpperCase(), rest.join(" "));
          })
          .filter((answer) => answer !== undefined);
        if (answers.length > 0) socket.write(`${answers.join(";")}\n`);
      }
    });
    socket.on("error", () => socket.destroy());
    socket.on("close", () => {
      sockets.delete(socket);
      if (sockets.size === 0) onGone();
    });
  });
  return listenOnLoopback(server, port, sockets);
}
