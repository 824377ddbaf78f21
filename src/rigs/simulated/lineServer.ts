import net from "node:net";

/** A small home-made stand on loopback that sends its readings as lines. */
export interface LineServer {
  port: number;
  dropAll(): void;
  close(): Promise<void>;
}

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
): Promise<LineServer> {
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
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", () => {
      resolve({
        port: (server.address() as net.AddressInfo).port,
        dropAll: () => sockets.forEach((socket) => socket.destroy()),
        close: () =>
          new Promise((done) => {
            clearInterval(timer);
            sockets.forEach((socket) => socket.destroy());
            server.close(() => done());
          }),
      });
    });
  });
}
