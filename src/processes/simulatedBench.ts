import { log } from "../server/log";
import { startSimulatedBench } from "../rigs/simulated/startSimulatedBench";
import { DEMO_DRIVES } from "../sim/demoDrives";
import { addressOf } from "../rigs/addressOf";

/** The simulated wattmeter and throttle output, as a process of their own. */
const bench = await startSimulatedBench({
  wattmeterPort: addressOf("RIG_WATTMETER").port,
  throttlePort: addressOf("RIG_THROTTLE").port,
  drives: DEMO_DRIVES,
  seed: 20,
  log: (line) => log.info(line),
});
log.info({ wattmeter: bench.wattmeterPort, throttle: bench.throttlePort }, "simulated bench listens");
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => void bench.close().then(() => process.exit(0)));
