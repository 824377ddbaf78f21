import "server-only";
import { compareEscs } from "@/core/bench/escSettings";
import { getCraft } from "@/features/craft/craftRepository";
import { changeJob } from "@/features/job/changeJob";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type SaveEscSettingsInput } from "./escSettings.schema";
import { saveEscSettingsRow } from "@/features/craft/escSettingsRepository";
import { measurementEvents } from "../verdict/measurementEvents";

/**
 * Saves the settings of the craft's ESCs and keeps what their comparison says on the job, as evidence for Isolate.
 *
 * @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError}
 */
export async function saveEscSettings(context: VerbContext, input: SaveEscSettingsInput): Promise<null> {
  requireRole(context, "technician");
  const { matrix, settingsVersion } = input;
  return changeJob(context, input, async (db, job) => {
    await saveEscSettingsRow(db, job.craftId, matrix, settingsVersion);
    const rows = compareEscs(matrix);
    const odd = rows.filter(({ state }) => state === "differs");
    const oneOdd = [...new Set(odd.flatMap(({ odd: places }) => places))];
    const isRead = rows.some(({ state }) => state !== "not read");
    const events = measurementEvents(
      "ESC settings",
      {
        word: odd.length > 0 ? "bad" : isRead ? "good" : "cannot say",
        reasons:
          odd.length > 0
            ? odd.map(({ setting, odd: places, usual }) => {
                const values = matrix.rows.find((row) => row.setting === setting)!.values;
                return `${setting}: ${places.map((place) => `ESC ${place + 1} has ${values[place]}`).join(", ")}, the others ${usual}.`;
              })
            : [isRead ? "All ESCs are set alike, or differ for a reason." : "Nothing was read yet."],
        figures: [],
        evidence: { "esc-settings-read": odd.length > 0 },
        places: oneOdd.length === 1 ? { "esc-settings-read": `ESC ${oneOdd[0]! + 1}` } : {},
        chart: null,
      },
      { source: "bench, ESC settings", of: "esc-settings", shape: await getCraft(db, job.craftId) },
    );
    return { events, result: null };
  });
}
