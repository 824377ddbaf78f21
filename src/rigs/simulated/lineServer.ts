import net from "node:net";
import { listenOnLoopback, type LoopbackServer } from "./listen";

/**
 * Starts a TCP server that greets with its identity and then sends a line at a fixed pace.
 *
 * @param port - 0 picks a free one.
 * @param identity - maker,model,serial,firmware.
 * @param say - The next line, without its end.
 */
export function startLineServer(
  port: number,
  identity: string,
  say: () => string,
  everyMs: number,
): Promise<LoopbackServer> {
  const sockets = new Set<net.Socket>();
  const server = net.createServer((socket) => {
    sockets.add(socket);
    socket.setNoDelay(true);
    socket.on("error", () => socket.destroy());
    socket.on("close", () => sockets.delete(socket));
    socket.write(`# ${identity}\n`);
  });
  const timer = setInterval(() => {
    if (sockets.size === 0) return;
    const line = `${say()}\n`;
    for (const socket of sockets) socket.write(line);
  }, everyMs);
  server.once("close", () => clearInterval(timer));
  return listenOnLoopback(server, port, sockets);
}
