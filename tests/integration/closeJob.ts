import { handBack } from "@/features/handback/handBack";
import { nameCause } from "@/features/isolate/isolateVerbs";
import { enterBay } from "@/features/job/bays/enterBay";
import { listProofs } from "@/features/job/proofRepository";
import { decideProof } from "@/features/prove/proveVerbs";
import { changeSetting } from "@/features/refit/changeSetting";
import { type TestShop } from "./testShop";

/** Names a job's cause, mends it by a setting, proves it all by eye and hands the craft back. */
export async function closeJob(shop: TestShop, jobId: number, faultIds: string[], other = ""): Promise<void> {
  const target = () => shop.target(jobId);
  await nameCause(shop.technician, {
    ...(await target()),
    faultIds,
    places: {},
    instead: null,
    otherPlace: "",
    other,
    note: "",
  });
  await changeSetting(shop.technician, {
    ...(await target()),
    what: "plug",
    before: "loose",
    after: "glued",
    mended: "settings",
    place: "",
  });
  await enterBay(shop.technician, { ...(await target()), to: "prove", reason: "" });
  for (const { kind } of await listProofs(shop.pool, jobId)) {
    await decideProof(shop.technician, {
      ...(await target()),
      kind,
      state: "met",
      note: "",
      symptomId: null,
      place: "",
      evidence: { by: "eye", because: "looked at in the test" },
    });
  }
  await handBack(shop.technician, { ...(await target()), to: "its owner", note: "" });
}
