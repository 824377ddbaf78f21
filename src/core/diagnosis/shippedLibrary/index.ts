import { type Library } from "../library/library.types";
import { airspeed } from "./airspeed";
import { board } from "./board";
import { cameraDrone } from "./cameraDrone";
import { complaints } from "./complaints";
import { droppedOut } from "./droppedOut";
import { ducted } from "./ducted";
import { electrical } from "./electrical";
import { escs } from "./escs";
import { joinFamilies } from "./family";
import { frame } from "./frame";
import { GATES } from "./gates";
import { gimbal } from "./gimbal";
import { withHarm } from "./harm";
import { helicopter } from "./helicopter";
import { withKinds } from "./kindsOfChecks";
import { withLiesIn } from "./liesIn";
import { lifters } from "./lifters";
import { motors } from "./motors";
import { navigation } from "./navigation";
import { noPicture } from "./noPicture";
import { nothingWrong } from "./nothingWrong";
import { powerPath } from "./powerPath";
import { props } from "./props";
import { radio } from "./radio";
import { rigging } from "./rigging";
import { secondChecks } from "./secondChecks";
import { servos } from "./servos";
import { smallThings } from "./smallThings";
import { tricopter } from "./tricopter";
import { verticalTakeOff } from "./verticalTakeOff";
import { withWhere } from "./where";

const joined = joinFamilies("2026.12", [
  complaints,
  noPicture,
  droppedOut,
  powerPath,
  electrical,
  escs,
  motors,
  props,
  frame,
  board,
  radio,
  navigation,
  servos,
  rigging,
  helicopter,
  gimbal,
  verticalTakeOff,
  airspeed,
  lifters,
  ducted,
  tricopter,
  cameraDrone,
  smallThings,
  nothingWrong,
  secondChecks,
]);

/** The library that ships: the families one after another. A new family is a new file and a new line above. */
export const shippedLibrary: Library = {
  ...joined,
  faults: withLiesIn(withHarm(joined.faults)),
  symptoms: withWhere(joined.symptoms),
  checks: withKinds(joined.checks),
  gates: GATES,
};
