import { randomBytes } from "node:crypto";
import { moveIn, moveOut, noteProcess } from "./household.mjs";
import { ensureBuild, ensureDebianPackages, ensureNodeModules } from "./install.mjs";
import { portsFrom, requireFreePorts } from "./ports.mjs";
import { say } from "./say.mjs";
import { startStack } from "./stack.mjs";
import { supervisor } from "./supervise.mjs";

/**
 * Runs a shop until it is told to stop: what ends by itself is started again.
 *
 * @param options.folder - State folder.
 * @param options.firstPort - The shop's own; the others follow.
 * @param options.demo - Whether it is the demo shop, with its simulated bench.
 * @param options.listen - As `startStack` takes it.
 * @param options.greet - Called with the stack once it runs: prints how to get in.
 */
export async function serve({ folder, firstPort, demo, listen = null, greet }) {
  await ensureDebianPackages({ browser: false });
  await ensureNodeModules();
  const distDir = process.env.PITSTOPA_DIST_DIR ?? ".next";
  await ensureBuild(distDir);
  await moveIn(folder);
  let starting = Promise.resolve(null);
  let isEnding = false;
  const keeper = supervisor(folder, async (name) => (await starting).restart(name));
  const end = async () => {
    if (isEnding) return;
    isEnding = true;
    keeper.end();
    // In the middle of a start what was begun is there already: it is waited for, and ended like the rest.
    await (await starting.catch(() => null))?.stop();
    moveOut(folder);
    say(`Stopped. The data are kept in ${folder}.`);
    process.exit(0);
  };
  // A terminal that is closed ends the shop as Ctrl-C does.
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end());
  try {
    const ports = portsFrom(firstPort, { demo });
    await requireFreePorts(ports);
    starting = startStack({
      folder,
      ports,
      demo,
      listen,
      distDir,
      firstLeadKey: randomBytes(18).toString("base64url"),
      onStart: (name, pid) => noteProcess(folder, name, pid),
      onExit: (name, code) => {
        // Ctrl-C reaches every process at once; a part that heard it before we did has not failed.
        setTimeout(() => !isEnding && keeper.onExit(name, code), 50);
      },
    });
    const stack = await starting;
    if (!isEnding) await greet(stack);
  } catch (error) {
    moveOut(folder);
    throw error;
  }
}
