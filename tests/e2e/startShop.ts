import { readFileSync, rmSync } from "node:fs";
import http from "node:http";
import { type AddressInfo } from "node:net";
import path from "node:path";

/**
 * Starts a whole demo shop for the browser tests, and a small switchboard on loopback that lets a test kill and start
 * parts of it. Gives back what stops all of it.
 */
export default async function startShop(): Promise<() => Promise<void>> {
  // Playwright turns this file into CommonJS, which can only import the scripts of npm run demo when it runs.
  const { startStack } = await import("../../bin/lib/stack.mjs");
  const { freePorts } = await import("../../bin/lib/ports.mjs");
  const folder = path.resolve(__dirname, "../../.pitstopa-test/e2e");
  rmSync(folder, { recursive: true, force: true }); // what an earlier run took in would be refused as known
  const ports = await freePorts();
  const distDir = process.env.PITSTOPA_DIST_DIR ?? ".next";
  const stack = await startStack({ folder, ports, demo: true, distDir, webProcesses: 2 });

  const switchboard = http.createServer((request, response) => {
    const done = () => response.end("done");
    switch (request.url) {
      case "/kill-web":
        stack.children.web!.once("exit", done);
        stack.children.web!.kill("SIGKILL");
        break;
      case "/kill-one-that-answers":
        process.kill(childrenOf(stack.children.web!.pid!)[0]!, "SIGKILL");
        done();
        break;
      case "/how-many-answer":
        response.end(String(childrenOf(stack.children.web!.pid!).length));
        break;
      case "/kill-door":
        stack.children.door!.once("exit", done);
        stack.children.door!.kill("SIGKILL");
        break;
      case "/start-door":
        void stack.startDoor().then(done);
        break;
      case "/start-web":
        void stack.startWeb().then(done);
        break;
      case "/stop-database":
        void stack.stopDatabase().then(done);
        break;
      case "/start-database":
        void stack.startDatabase().then(done);
        break;
      default:
        response.statusCode = 404;
        done();
    }
  });
  await new Promise<void>((resolve) => switchboard.listen(0, "127.0.0.1", resolve));
  process.env.SHOP_URL = stack.url;
  process.env.SHOP_INNER_PORT = String(ports.inner);
  process.env.SHOP_DATABASE_URL = stack.ownerUrl;
  process.env.SHOP_THROTTLE_PORT = String(ports.simulated[0]);
  process.env.SHOP_SWITCHBOARD = `http://127.0.0.1:${(switchboard.address() as AddressInfo).port}`;
  return async () => {
    switchboard.close();
    await stack.stop();
  };
}

/** Processes that a process started. */
function childrenOf(pid: number): number[] {
  return readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").split(" ").filter(Boolean).map(Number);
}
