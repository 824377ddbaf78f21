import "server-only";
import { type Content, type TDocumentDefinitions } from "pdfmake/interfaces";
import { type ReportSection } from "@/features/job/bays/bayManifest";
import { runTask } from "@/server/workers/workerPool";
import { type Report } from "./report";

/** A picture that goes behind the report. */
export interface PdfPicture {
  caption: string;
  png: Buffer;
}

/**
 * Draws a report as a PDF of one page, in the worker pool; pictures follow on pages of their own. Long lists are set smaller, so that
 * one page holds them.
 */
export async function reportPdf(report: Report, pictures: readonly PdfPicture[] = []): Promise<Buffer> {
  const drawing = await runTask("craftSvg", report.drawing);
  return Buffer.from(await runTask("drawPdf", documentOf(report, drawing, pictures)));
}

/** Above this many lines the type gets smaller. */
const ROOMY_LINES = 34;
const FULL_LINES = 52;

/** The report as pdfmake's document. @param drawing - The craft, as SVG. */
export function documentOf(
  report: Report,
  drawing: string,
  pictures: readonly PdfPicture[] = [],
): TDocumentDefinitions {
  const lines = report.sections.reduce(
    (sum, { lines: text, table }) => sum + 1 + text.length + (table?.rows.length ?? 0),
    6,
  );
  const fontSize = lines <= ROOMY_LINES ? 9.5 : lines <= FULL_LINES ? 8.2 : 7;
  return {
    pageSize: report.paper,
    pageMargins: [40, 36, 40, 40],
    info: { title: `Job ${report.number}, repair report` },
    defaultStyle: { font: "Plex", fontSize, lineHeight: 1.15 },
    content: [
      {
        columns: [
          { text: report.number, fontSize: 30, bold: true, width: 100 },
          [
            ...(report.shopName ? [{ text: report.shopName, bold: true }] : []),
            { text: report.craft, bold: true, fontSize: fontSize + 2 },
            { text: `Received ${report.received}. Handed back ${report.handedBack}.` },
          ],
          { svg: drawing, width: 86 },
        ],
      },
      { canvas: [{ type: "line", x1: 0, y1: 4, x2: 515, y2: 4, lineWidth: 1, dash: { length: 4 } }] },
      ...report.sections.map(sectionOf),
      ...pictures.map(pictureOf),
    ],
    footer: {
      margin: [40, 0, 40, 0],
      fontSize: 7.5,
      text: "This report says which proofs were met or waived. It does not say that the craft may fly: local aviation rules, site rules and licensed practice come first.",
    },
  };
}

/** Room of a picture: two of them, each with its line, fill a page. */
const PICTURE_ROOM: [number, number] = [515, 330];

function pictureOf({ caption, png }: PdfPicture, place: number): Content {
  return {
    ...(place % 2 === 0 && { pageBreak: "before" }),
    margin: [0, 0, 0, 14],
    stack: [
      { text: caption, bold: true, margin: [0, 0, 0, 4] },
      { image: `data:image/png;base64,${png.toString("base64")}`, fit: PICTURE_ROOM },
    ],
  };
}

function sectionOf({ title, lines, none = "none", isList = false, table }: ReportSection): Content {
  const text = lines.length === 0 && !table ? [none] : lines;
  return {
    margin: [0, 7, 0, 0],
    columns: [
      { text: title, bold: true, width: 100 },
      {
        width: "*",
        stack: [
          ...(text.length > 1 || (isList && lines.length > 0)
            ? [{ ul: [...text] }]
            : text.map((line) => ({ text: line }))),
          ...(table ? [tableOf(table)] : []),
        ],
      },
    ],
  };
}

/** The first and the last column take what room there is; those between take what they need. */
function tableOf({ head, rows }: NonNullable<ReportSection["table"]>): Content {
  const hasHead = head.some((cell) => cell !== "");
  return {
    margin: [0, 3, 0, 0],
    layout: "lightHorizontalLines",
    table: {
      headerRows: hasHead ? 1 : 0,
      widths: head.map((_, column) => (column === 0 || column === head.length - 1 ? "*" : "auto")),
      body: [...(hasHead ? [head.map((text) => ({ text, bold: true }))] : []), ...rows.map((cells) => [...cells])],
    },
  };
}
