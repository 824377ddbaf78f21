import { type Device, type Wire, type Wish } from "@/core/refit/wiring/wiringCase";
import { type WiringRoomData } from "../getWiringRoom";

/** What is settled of a plan, as it is sent when something of it changes. */
export interface PlanDraft {
  board: string;
  oldBoard: string | null;
  devices: readonly Device[];
  oldWires: readonly Wire[];
  pins: readonly Wish[];
  forbids: readonly Wish[];
}

/** What is planned; where nothing is yet, what the shop knows of the craft. */
export function draftOf({ wiring, known }: Pick<WiringRoomData, "wiring" | "known">): PlanDraft {
  if (wiring)
    return {
      board: wiring.board.name,
      oldBoard: wiring.oldBoard?.name ?? null,
      devices: wiring.devices,
      oldWires: wiring.oldWires ?? [],
      pins: wiring.pins ?? [],
      forbids: wiring.forbids ?? [],
    };
  return {
    board: "",
    oldBoard: known?.board ?? null,
    devices: known?.devices ?? [],
    oldWires: known?.oldWires ?? [],
    pins: [],
    forbids: [],
  };
}

/** Devices of a type added to those there are, each with a name and an id of its own. */
export function withDevices(
  devices: readonly Device[],
  type: { id: string; name: string; needs: Device["needs"] },
  count: number,
): Device[] {
  const added = [...devices];
  for (let more = 0; more < count; more++) {
    let number = 1;
    while (added.some(({ id }) => id === `${type.id}-${number}`)) number++;
    const isOne = count === 1 && number === 1;
    added.push({
      id: `${type.id}-${number}`,
      type: type.id,
      name: isOne ? type.name : `${type.name} ${number}`,
      needs: type.needs,
    });
  }
  return added;
}
