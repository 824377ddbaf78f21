import * as v from "valibot";
import { type Line, type Wire, type Device } from "../core/refit/wiring/wiringCase";
import { DEVICE_TYPES } from "../core/refit/shelf/deviceTypes";
import { withDevices } from "../features/wiring/plan/planDraft";
import { saveSettings } from "../features/wiring/settings/settingsVerbs";
import { SavePlanInput } from "../features/wiring/wiring.schema";
import { savePlanOf, wireSo } from "../features/wiring/plan/wiringVerbs";
import { getJob } from "../features/job/jobRepository";
import { type VerbContext } from "../server/verbs/verbContext";
import { type DemoStep } from "./demoShop.schema";

/** Plans a demo craft's wiring as the page does, and wires it where the step says so. */
export async function loadDemoWiring(
  context: VerbContext,
  jobId: number,
  { board, oldBoard, devices, wires, settings, isDone }: Extract<DemoStep, { do: "wire" }>,
): Promise<void> {
  const onCraft = devices.reduce<Device[]>((list, { type, count }) => {
    const known = DEVICE_TYPES.find(({ id }) => id === type);
    if (!known) throw new Error(`Demo wiring: there is no device "${type}".`);
    return withDevices(list, known, count);
  }, []);
  const oldWires = wires.map(([device, what, pad, colour]): Wire => {
    const [need, line] = what.split(".") as [string, Line | undefined];
    return { device, need, line, pad, colour: colour || undefined };
  });
  const input = { jobId, planVersion: 0, board, oldBoard, devices: onCraft, oldWires, pins: [], forbids: [] };
  await savePlanOf(context, v.parse(SavePlanInput, input));
  if (settings.length > 0) {
    const { version } = await getJob(context.pool, jobId);
    const kept = { name: "settings.txt", target: `${oldBoard}, firmware 4.2`, text: settings.join("\n") };
    await saveSettings(context, { jobId, version, ...kept });
  }
  if (!isDone) return;
  const { version } = await getJob(context.pool, jobId);
  await wireSo(context, { jobId, version, planVersion: 1, withoutSettings: "" });
}
