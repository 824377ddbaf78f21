import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { type ClosedLook } from "@/features/faultLibrary/linkRepository";
import { linkLines, rateLines } from "./learnedViews";

jest.mock("server-only", () => ({}));

const look = (jobId: number, symptomId: string, isSo: boolean, over: Partial<ClosedLook> = {}): ClosedLook => ({
  jobId,
  faultId: "camera-dead",
  symptomId,
  isSo,
  counts: true,
  ...over,
});

describe("what was learned of links", () => {
  it("adds up the looks of each pair, names it in words, and keeps its jobs with what each showed", () => {
    const { linked } = linkLines(
      shippedLibrary,
      [look(7, "camera-menu-missing", true), look(3, "camera-menu-missing", false)],
      [],
    );
    expect(linked).toHaveLength(1);
    expect(linked[0]).toMatchObject({
      fault: "Camera dead",
      symptom: "Camera menu does not open on its joystick",
      looked: 2,
      shown: 1,
      jobs: [
        { id: 7, isSo: true },
        { id: 3, isSo: false },
      ],
    });
    expect(linked[0]!.now!).toBeLessThan(linked[0]!.before!);
  });

  it("puts those that moved most first, and leaves out jobs that do not count", () => {
    const { linked } = linkLines(
      shippedLibrary,
      [
        look(1, "camera-menu-missing", true),
        look(1, "picture-black", false),
        look(2, "picture-black", true, { counts: false }),
      ],
      [],
    );
    expect(linked.map(({ symptomId, looked }) => [symptomId, looked])).toEqual([
      ["picture-black", 1],
      ["camera-menu-missing", 1],
    ]);
  });

  it("lists pairs that the library does not link apart, once they were seen together twice", () => {
    const stutters = [1, 2].map((job) => look(job, "stutters-on-jab", true));
    expect(linkLines(shippedLibrary, stutters.slice(1), []).unlinked).toEqual([]);
    const { linked, unlinked } = linkLines(shippedLibrary, stutters, []);
    expect(linked).toEqual([]);
    expect(unlinked).toEqual([expect.objectContaining({ symptomId: "stutters-on-jab", shown: 2, before: null })]);
  });

  it("says who took a link back, and goes on naming what the library no longer has", () => {
    const at = new Date("2026-11-29T10:00:00Z");
    const back = { faultId: "camera-dead", symptomId: "camera-menu-missing", by: "Orrin", reason: "another menu", at };
    const { linked } = linkLines(shippedLibrary, [look(1, "camera-menu-missing", true)], [back]);
    expect(linked[0]!.takenBack).toMatchObject({ by: "Orrin", reason: "another menu" });
    const gone = [1, 2].map((job) => look(job, "no-such-thing", true, { faultId: "gone" }));
    expect(linkLines(shippedLibrary, gone, []).unlinked[0]).toMatchObject({ fault: "gone", symptom: "no-such-thing" });
  });
});

describe("what was learned of rates", () => {
  const learned = {
    jobs: 10,
    withFault: { "camera-dead": 3, "yaw-servo-weak": 1 },
    circumstances: [{ phase: "landing" as const, history: "crash" as const, jobs: 10 }],
  };

  it("holds what was met against what the library expects, of faults that the kind can have", () => {
    const lines = rateLines(shippedLibrary, "quad", learned, (faultId) => (faultId === "camera-dead" ? [4, 2] : []));
    expect(lines.map(({ faultId }) => faultId)).toEqual(["camera-dead"]);
    expect(lines[0]).toMatchObject({ seen: 3, jobs: [4, 2] });
    expect(lines[0]!.expected).toBeGreaterThan(0);
    expect(lines[0]!.times).toBeGreaterThan(1);
  });
});
