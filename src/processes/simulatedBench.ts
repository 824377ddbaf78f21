import { log } from "../server/log";
import { simulatedPorts } from "../rigs/simulated/simulatedInstruments";
import { startSimulatedBench } from "../rigs/simulated/startSimulatedBench";
import { DEMO_DRIVES } from "../sim/demoDrives";

/** The simulated instruments, as a process of their own. */
const bench = await startSimulatedBench({
  ports: simulatedPorts(process.env.RIG_SIMULATED),
  drives: DEMO_DRIVES,
  seed: 20,
  log: (line) => log.info(line),
});
log.info(bench.ports, "simulated bench listens");
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => void bench.close().then(() => process.exit(0)));
