import { rigClient } from "../rigs/rigClient";
import { startDoor } from "../rigs/door/doorServer";

// The shop's door. Told by its environment: DOOR_HOST, DOOR_PORT, WEB_PORT, RIG_URL, RIG_TOKEN.
const { DOOR_HOST = "127.0.0.1", DOOR_PORT, WEB_PORT, RIG_URL = "", RIG_TOKEN = "" } = process.env;
const door = await startDoor({
  host: DOOR_HOST,
  port: Number(DOOR_PORT),
  webPort: Number(WEB_PORT),
  rig: rigClient(RIG_URL, RIG_TOKEN),
});
for (const signal of ["SIGTERM", "SIGINT"] as const)
  process.once(signal, () => void door.close().then(() => process.exit(0)));
