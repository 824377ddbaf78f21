import { benchBay } from "./bench/bench.manifest";
import { flightlogRoom } from "./flightlog/flightlog.manifest";
import { handbackBay } from "./handback/handback.manifest";
import { isolateBay } from "./isolate/isolate.manifest";
import { type BayManifest, type RoomManifest } from "./job/bays/bayManifest";
import { registerBays } from "./job/bays/bayRegistry";
import { proveBay } from "./prove/prove.manifest";
import { receiveBay } from "./receive/receive.manifest";
import { refitBay } from "./refit/refit.manifest";
import { wiringRoom } from "./wiring/wiring.manifest";

/** The bays in the order of the path: the one place that knows them all. A new bay is a folder and a line here. */
export const BAYS: readonly BayManifest[] = [receiveBay, isolateBay, benchBay, refitBay, proveBay, handbackBay];

/** Rooms beside the path. */
export const ROOMS: readonly RoomManifest[] = [flightlogRoom, wiringRoom];

registerBays(BAYS, ROOMS);
