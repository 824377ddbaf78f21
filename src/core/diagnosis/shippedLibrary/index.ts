import { type Library } from "../library/library.types";
import { afterWork } from "./acrossParts/afterWork";
import { airspeed } from "./craftKinds/airspeed";
import { board } from "./control/board";
import { cameraDrone } from "./craftKinds/cameraDrone";
import { complaints } from "./complaints/complaints";
import { droppedOut } from "./power/droppedOut";
import { ducted } from "./craftKinds/ducted";
import { electrical } from "./power/electrical";
import { escs } from "./drive/escs";
import { joinFamilies } from "./family";
import { frame } from "./airframe/frame";
import { GATES } from "./marks/gates";
import { gimbal } from "./picture/gimbal";
import { withHarm } from "./marks/harm";
import { helicopter } from "./craftKinds/helicopter";
import { withKinds } from "./marks/kindsOfChecks";
import { withLiesIn } from "./marks/liesIn";
import { withMends } from "./marks/mends";
import { lifters } from "./craftKinds/lifters";
import { motors } from "./drive/motors";
import { navigation } from "./control/navigation";
import { noPicture } from "./picture/noPicture";
import { nothingWrong } from "./acrossParts/nothingWrong";
import { powerPath } from "./power/powerPath";
import { props } from "./drive/props";
import { radio } from "./control/radio";
import { rigging } from "./airframe/rigging";
import { secondChecks } from "./acrossParts/secondChecks";
import { servos } from "./airframe/servos";
import { smallThings } from "./acrossParts/smallThings";
import { tricopter } from "./craftKinds/tricopter";
import { verticalTakeOff } from "./craftKinds/verticalTakeOff";
import { withWhere } from "./marks/where";

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
  afterWork,
  nothingWrong,
  secondChecks,
]);

/** The library that ships: the families one after another. A new family is a new file and a new line above. */
export const shippedLibrary: Library = {
  ...joined,
  repairs: withMends(joined.repairs),
  faults: withLiesIn(withHarm(joined.faults)),
  symptoms: withWhere(joined.symptoms),
  checks: withKinds(joined.checks),
  gates: GATES,
};
