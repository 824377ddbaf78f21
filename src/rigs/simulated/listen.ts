import type net from "node:net";

/** A small server on loopback with the lines that are open to it. */
export interface LoopbackServer {
  port: number;
  /** Cuts every open line, as a pulled plug does. */
  dropAll(): void;
  close(): Promise<void>;
}

/**
 * Lets a server listen on loopback.
 *
 * @param port - 0 picks a free one.
 * @param sockets - Its open lines, which its own handler keeps.
 */
export function listenOnLoopback(
  server: net.Server,
  port: number,
  sockets: ReadonlySet<net.Socket>,
): Promise<LoopbackServer> {
  const dropAll = () => sockets.forEach((socket) => socket.destroy());
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", () => {
      resolve({
        port: (server.address() as net.AddressInfo).port,
        dropAll,
        close: () =>
          new Promise((done) => {
            dropAll();
            server.close(() => done());
          }),
      });
    });
  });
}
