import { act, fireEvent, render, screen } from "@testing-library/react";
import { drawPicture } from "./drawPicture";
import { PictureButton } from "./PictureButton";
import { ReportPicturesContext } from "./ReportPictures";

jest.mock("./drawPicture", () => ({ drawPicture: jest.fn() }));
const draw = jest.mocked(drawPicture);
const png = new Blob(["png"], { type: "image/png" });
beforeEach(() => draw.mockReset().mockResolvedValue(png));

const option = () => ({});
const show = (
  keep: ((picture: Blob, caption: string) => Promise<string | null>) | null,
  subject = "a fit",
  toOption: () => object = option,
) => (
  <ReportPicturesContext value={keep && { keep }}>
    <PictureButton toOption={toOption} heightPx={240} caption="Thrust over amps" subject={subject} />
  </ReportPicturesContext>
);
const press = () => act(async () => fireEvent.click(screen.getByRole("button", { name: /Into the report/ })));

describe("PictureButton", () => {
  it("hands the drawn picture over with its line, and says that it is in the report", async () => {
    const keep = jest.fn().mockResolvedValue(null);
    render(show(keep));
    await press();
    expect(draw).toHaveBeenCalledWith(option, 240);
    expect(keep).toHaveBeenCalledWith(png, "Thrust over amps");
    expect(screen.getByRole("status")).toHaveTextContent("In the report");
  });

  it("says why a picture was refused, or that it could not be drawn", async () => {
    render(show(async () => "The report has 8 pictures already."));
    await press();
    expect(screen.getByRole("status")).toHaveTextContent("The report has 8 pictures already.");
    draw.mockRejectedValue(new Error("no canvas"));
    await press();
    expect(screen.getByRole("status")).toHaveTextContent("could not be drawn");
  });

  it("does not say of a chart that changed since that it is in the report", async () => {
    const keep = async () => null;
    const { rerender } = render(show(keep));
    await press();
    rerender(show(keep, "another fit"));
    expect(screen.getByRole("status")).toBeEmptyDOMElement();
  });

  it("says of a run that goes on that the report has it as it stood", async () => {
    const keep = async () => null;
    const { rerender } = render(show(keep));
    await press();
    rerender(show(keep, "a fit", () => ({ further: true })));
    expect(screen.getByRole("status")).toHaveTextContent("In the report, as it stood then");
  });

  it("is not there where there is no report, or none that one may change", () => {
    render(show(null));
    expect(screen.queryByRole("button")).toBeNull();
  });
});
