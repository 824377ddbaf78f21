import { reportOf } from "@/features/handback/report";
import { getReportPictures } from "@/features/handback/getHandbackBay";
import { reportPdf } from "@/features/handback/reportPdf";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { keepPicture, leaveOutPicture, MOST_PICTURE_BYTES, MOST_PICTURES } from "@/features/job/pictures/pictureVerbs";
import { pngOf } from "./aPng";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const put = (jobId: number, grey: number, caption = `picture ${grey}`) =>
  keepPicture(shop.technician, { jobId, caption, png: pngOf(grey) });
const captions = async (jobId: number) => (await getReportPictures(shop.viewer, jobId)).map(({ caption }) => caption);

describe("pictures of a report", () => {
  it("are kept as they came, in the order they came, the same one once", async () => {
    const jobId = await shop.receive();
    const first = await put(jobId, 10);
    await put(jobId, 20);
    expect(await put(jobId, 10, "the same again")).toEqual(first);
    const kept = await getReportPictures(shop.viewer, jobId);
    expect(kept.map(({ caption }) => caption)).toEqual(["picture 10", "picture 20"]);
    expect(kept[0]!.png.equals(pngOf(10))).toBe(true);
  });

  it("follow the report on pages of their own, two on each", async () => {
    const jobId = await shop.receive();
    const pages = async () => {
      const report = reportOf(await loadJobFacts(shop.pool, jobId), { shopName: "", paper: "A4" });
      const pdf = await reportPdf(report, await getReportPictures(shop.viewer, jobId));
      return pdf.toString("latin1").match(/\/Type \/Page\b(?!s)/g)!.length;
    };
    expect(await pages()).toBe(1);
    for (const grey of [1, 2, 3]) await put(jobId, grey);
    expect(await pages()).toBe(3);
  });

  it("are left out again, and only once", async () => {
    const jobId = await shop.receive();
    const { pictureId } = await put(jobId, 30);
    await put(jobId, 40);
    await leaveOutPicture(shop.technician, { ...(await shop.target(jobId)), pictureId });
    expect(await captions(jobId)).toEqual(["picture 40"]);
    await expect(leaveOutPicture(shop.technician, { ...(await shop.target(jobId)), pictureId })).rejects.toThrow(
      /That picture/,
    );
  });

  it("are refused when they are no PNG, too large, without a line, or one too many; nothing is stored then", async () => {
    const jobId = await shop.receive();
    const keep = (over: { caption?: string; png?: Buffer }) =>
      keepPicture(shop.technician, { jobId, caption: "a fit", png: pngOf(1), ...over });
    await expect(keep({ png: Buffer.from("GIF89a------") })).rejects.toMatchObject({ code: "wrong_type" });
    await expect(keep({ png: Buffer.alloc(MOST_PICTURE_BYTES + 1) })).rejects.toMatchObject({ code: "too_large" });
    await expect(keep({ caption: "  " })).rejects.toThrow(/a line that says what it shows/);
    expect(await captions(jobId)).toEqual([]);
    for (let grey = 0; grey < MOST_PICTURES; grey++) await put(jobId, grey);
    await expect(put(jobId, 99)).rejects.toThrow(/8 pictures already/);
    expect(await captions(jobId)).toHaveLength(MOST_PICTURES);
  });

  it("all arrive when ten come at once, up to what the report holds", async () => {
    const jobId = await shop.receive();
    const answers = await Promise.allSettled(Array.from({ length: 10 }, (_, grey) => put(jobId, grey)));
    expect(answers.filter(({ status }) => status === "fulfilled")).toHaveLength(MOST_PICTURES);
    expect(await captions(jobId)).toHaveLength(MOST_PICTURES);
  });
});
