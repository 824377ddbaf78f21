import { readFileSync } from "node:fs";
import { rigClient } from "../rigs/rigClient";
import { startDoor } from "../rigs/door/doorServer";

// The shop's door. Told by its environment: DOOR_HOST, DOOR_PORT, DOOR_NAMES, DOOR_PROXIES, DOOR_CERT, DOOR_KEY, DOOR_TOKEN,
// WEB_PORT, RIG_URL, RIG_TOKEN.
const { DOOR_HOST = "127.0.0.1", DOOR_PORT, DOOR_TOKEN = "", WEB_PORT, RIG_URL = "", RIG_TOKEN = "" } = process.env;
const { DOOR_CERT, DOOR_KEY } = process.env;
const listOf = (text = "") => text.split(",").filter(Boolean);
const door = await startDoor({
  host: DOOR_HOST,
  port: Number(DOOR_PORT),
  names: listOf(process.env.DOOR_NAMES),
  proxies: listOf(process.env.DOOR_PROXIES),
  webPort: Number(WEB_PORT),
  webToken: DOOR_TOKEN,
  ...(DOOR_CERT && DOOR_KEY && { tls: { cert: readFileSync(DOOR_CERT, "utf8"), key: readFileSync(DOOR_KEY, "utf8") } }),
  rig: rigClient(RIG_URL, RIG_TOKEN),
});
for (const signal of ["SIGTERM", "SIGINT"] as const)
  process.once(signal, () => void door.close().then(() => process.exit(0)));
