import { type ChartColours, coloursOf } from "./chartColours";

/** A picture of the report is drawn this wide, in CSS pixels, and twice as fine. */
const WIDTH_PX = 760;
const FINENESS = 2;

/** Draws a chart once more for paper: light, whatever the screen shows, and of one width. @returns PNG */
export async function drawPicture(toOption: (colours: ChartColours) => object, heightPx: number): Promise<Blob> {
  const { init } = await import("./echarts");
  const place = document.createElement("div");
  Object.assign(place.style, {
    position: "absolute",
    left: "-10000px",
    width: `${WIDTH_PX}px`,
    height: `${heightPx}px`,
  });
  document.body.append(place);
  try {
    const colours = lightColoursAt(place);
    const chart = init(place);
    try {
      chart.setOption({ ...toOption(colours), animation: false }, true);
      const url = chart.getDataURL({ type: "png", pixelRatio: FINENESS, backgroundColor: colours.card });
      const [, base64 = ""] = url.split(",");
      return new Blob([Uint8Array.from(atob(base64), (each) => each.charCodeAt(0))], { type: "image/png" });
    } finally {
      chart.dispose();
    }
  } finally {
    place.remove();
  }
}

/** The colours of the light scheme: the whole page is light for as long as they are read, and nothing is painted meanwhile. */
function lightColoursAt(element: HTMLElement): ChartColours {
  const { dataset } = document.documentElement;
  const before = dataset.theme;
  dataset.theme = "light";
  try {
    return coloursOf(element);
  } finally {
    if (before === undefined) delete dataset.theme;
    else dataset.theme = before;
  }
}
