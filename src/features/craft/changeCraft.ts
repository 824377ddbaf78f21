import "server-only";
import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { withTransaction } from "@/server/db";
import { AppError, ConflictError } from "@/server/errors";
import { type Craft, type FittedPart } from "./craft";
import { insertCraftChange } from "./craftChangeRepository";
import { type ChangeCraftInput } from "./changeCraft.schema";
import { lockCraft, updateCraft } from "./craftRepository";
import { correctFittedPart, insertFittedPart, listFittedParts } from "./fittedPartRepository";

/**
 * Corrects a craft's sheet and the parts on it, and adds parts that were not noted yet. Each field that differs is kept with
 * what it was. A part that was replaced is no correction: that is Refit's.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for a tail number that is taken or a part that is not fitted; {ConflictError} when
 *   somebody changed the sheet since; {NotFoundError}
 */
export async function changeCraft(context: VerbContext, input: ChangeCraftInput): Promise<null> {
  requireRole(context, "technician");
  const { craftId, version, parts, ...sheet } = input;
  return withTransaction(context.pool, async (db) => {
    const craft = await lockCraft(db, craftId);
    if (craft.version !== version)
      throw new ConflictError(
        "Somebody changed this sheet while you worked on it. Nothing of yours was stored yet.",
        [],
      );
    const fitted = (await listFittedParts(db, craftId)).filter(({ removedAt }) => removedAt === null);
    const changed = sheetChanges(craft, sheet);
    for (const { id, ...part } of parts) {
      if (id === null) {
        await insertFittedPart(db, craftId, part, { at: context.now, jobId: null });
        changed[part.position] = { from: "", to: partText(part) };
        continue;
      }
      const before = fitted.find((one) => one.id === id);
      if (!before) throw new AppError("invalid_input", "That part is not fitted on this craft.");
      if (partText(before) === partText(part) && before.position === part.position) continue;
      changed[before.position] = { from: partText(before), to: `${part.position}: ${partText(part)}` };
      await correctFittedPart(db, craftId, id, part);
    }
    if (Object.keys(changed).length === 0) return null;
    await updateCraft(db, craftId, sheet);
    await insertCraftChange(db, craftId, { at: context.now, personId: context.person.id, changed });
    return null;
  });
}

type Sheet = Omit<ChangeCraftInput, "craftId" | "version" | "parts">;
const FIELD_NAMES: Readonly<Record<keyof Sheet, string>> = {
  name: "name",
  tailNumber: "tail number",
  serial: "serial",
  kind: "kind",
  frameClass: "frame class",
  massG: "mass, g",
  motorCount: "motors",
  cellCount: "cells",
  owner: "owner",
};

function sheetChanges(craft: Craft, sheet: Sheet): Record<string, { from: string; to: string }> {
  const shown = (field: keyof Sheet, value: string | number) =>
    field === "kind" ? CRAFT_KINDS[value as Craft["kind"]].name : String(value);
  return Object.fromEntries(
    (Object.keys(FIELD_NAMES) as (keyof Sheet)[])
      .filter((field) => craft[field] !== sheet[field])
      .map((field) => [FIELD_NAMES[field], { from: shown(field, craft[field]), to: shown(field, sheet[field]) }]),
  );
}

function partText({ name, serial, continuousA }: Pick<FittedPart, "name" | "serial" | "continuousA">): string {
  return [name || "unnamed", serial || "no serial", continuousA === null ? "" : `${continuousA} A`]
    .filter(Boolean)
    .join(", ");
}
