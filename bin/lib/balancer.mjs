import net from "node:net";

/**
 * Hands connections on to several shops in turn, and to the next one where one does not answer: what a balancer before them does. It knows
 * nothing of what goes through it.
 *
 * @param port - On loopback.
 * @param targets - Ports on loopback.
 * @returns `stop`.
 */
export function startBalancer(port, targets) {
  let turn = 0;
  const open = new Set();
  const server = net.createServer((caller) => {
    open.add(caller);
    caller.once("close", () => open.delete(caller));
    caller.on("error", () => caller.destroy());
    const first = turn++ % targets.length;
    const tryOne = (tries) => {
      const shop = net.createConnection({ host: "127.0.0.1", port: targets[(first + tries) % targets.length] });
      shop.once("connect", () => {
        shop.on("error", () => caller.destroy());
        shop.once("close", () => caller.destroy());
        caller.once("close", () => shop.destroy());
        caller.pipe(shop).pipe(caller);
      });
      shop.once("error", () => {
        if (shop.connecting || shop.bytesRead > 0) return;
        if (tries + 1 < targets.length) tryOne(tries + 1);
        else caller.destroy();
      });
    };
    tryOne(0);
  });
  return new Promise((resolve) =>
    server.listen(port, "127.0.0.1", () =>
      resolve({
        stop: () =>
          new Promise((done) => {
            server.close(() => done());
            for (const each of open) each.destroy();
          }),
      }),
    ),
  );
}
