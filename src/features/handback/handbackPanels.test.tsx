import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { handBackAction } from "./handBack.action";
import { leaveOutPictureAction } from "@/features/job/pictures/picture.action";
import { HandbackBay, type HandbackBayProps } from "./HandbackBay";

jest.mock("./handBack.action", () => ({ handBackAction: jest.fn(), decideCaseAction: jest.fn() }));
jest.mock("@/features/job/pictures/picture.action", () => ({ leaveOutPictureAction: jest.fn() }));
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: jest.fn() }) }));

const give = jest.mocked(handBackAction);
beforeEach(() => give.mockReset().mockResolvedValue({ ok: true, data: null } as never));

const show = (more: Partial<HandbackBayProps> = {}) =>
  render(
    <HandbackBay
      target={{ jobId: 12, version: 9 }}
      report={{
        number: "0012",
        craft: "Whin, quad",
        received: "1 May 2026",
        handedBack: "not yet",
        shopName: "",
        paper: "A4",
        drawing: { shape: { kind: "quad", motorCount: 4 }, places: [] },
        sections: [
          { title: "Complaint", lines: ["no picture"] },
          { title: "Proven by", lines: ["One finding"], isList: true },
          { title: "Parts and settings", lines: [], none: "Nothing was replaced or set." },
          {
            title: "Measured",
            lines: ["Motors: good."],
            table: { head: ["", "measured"], rows: [["full", "14.1 V"]] },
          },
        ],
      }}
      pictures={[]}
      owner="Ada Quist"
      craftId={4}
      isClosed={false}
      isReleasable
      lacks={[]}
      proofCount={3}
      openProofs={0}
      mayEdit
      mayLetGo
      closedCase={null}
      mayDecideCase={false}
      {...more}
    />,
  );

describe("the pictures of the report", () => {
  const pictures = [
    { id: 3, caption: "Motor outputs from 8.3 to 17.7 s" },
    { id: 4, caption: "Thrust against current" },
  ];

  it("stand with their lines, and one of them is left out", async () => {
    const leaveOut = jest.mocked(leaveOutPictureAction).mockResolvedValue({ ok: true, data: null } as never);
    show({ pictures });
    expect(screen.getByRole("img", { name: "Thrust against current" })).toHaveAttribute(
      "src",
      "/api/jobs/0012/pictures/4",
    );
    expect(screen.getByRole("link", { name: "Report as PDF" })).toBeInTheDocument();
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Leave out: Thrust against current" })));
    expect(leaveOut).toHaveBeenCalledWith({ jobId: 12, version: 9, pictureId: 4 });
  });

  it("cannot be left out by who may only look, who is not told how to add any either", () => {
    const { unmount } = show({ pictures, mayEdit: false });
    expect(screen.queryByRole("button", { name: /Leave out/ })).toBeNull();
    unmount();
    show({ mayEdit: false });
    expect(screen.queryByText(/Into the report/)).toBeNull();
    expect(screen.getByRole("link", { name: "Report as PDF, one page" })).toBeInTheDocument();
  });
});

describe("HandbackBay", () => {
  it("shows each bay's section: text, a list, what stands where there is nothing, and a table", () => {
    show();
    const report = screen.getByRole("region", { name: "Report" });
    expect(
      within(report)
        .getAllByRole("listitem")
        .map(({ textContent }) => textContent),
    ).toEqual(["One finding"]);
    expect(within(report).getByText("Nothing was replaced or set.")).toBeInTheDocument();
    expect(within(report).getByRole("columnheader", { name: "measured" })).toBeInTheDocument();
    expect(within(report).getByRole("cell", { name: "14.1 V" })).toBeInTheDocument();
  });

  it("hands back to the owner unless somebody else is named", async () => {
    show();
    await act(async () => fireEvent.click(screen.getByRole("button", { name: /^Hand back and close job 0012/ })));
    expect(give).toHaveBeenCalledWith(expect.objectContaining({ jobId: 12, version: 9, to: "Ada Quist" }));
  });

  it.each([
    [{ proofCount: 3, openProofs: 1 }, "1 proof is still open."],
    [{ proofCount: 3, openProofs: 2 }, "2 proofs are still open."],
    [{ proofCount: 0, openProofs: 0 }, "Nothing was asked to be proven. Record the repair in Refit first"],
  ])("does not hand back while %j, and leads to Prove", (more, sentence) => {
    show({ ...more, isReleasable: false });
    expect(screen.getByText(sentence, { exact: false })).toBeInTheDocument();
    expect(screen.getByRole("button", { name: /^Hand back and close/ })).toBeDisabled();
    expect(screen.getByRole("link", { name: "To Prove" })).toHaveAttribute("href", "prove");
  });

  it("gives a craft back unrepaired with its reason, where it may not be handed back as proven", async () => {
    show({ isReleasable: false, proofCount: 0 });
    fireEvent.click(screen.getByText("It goes back unrepaired"));
    fireEvent.change(screen.getByLabelText("Why?"), { target: { value: "the owner declines the price" } });
    await act(async () => fireEvent.click(screen.getByRole("button", { name: /^Give it back unrepaired/ })));
    expect(give).toHaveBeenCalledWith(
      expect.objectContaining({ jobId: 12, to: "Ada Quist", unrepaired: "the owner declines the price" }),
    );
  });

  it("leaves that to a lead where work stands unproven, and offers it to nobody where all is proven", () => {
    const { unmount } = show({ isReleasable: false, openProofs: 1, mayLetGo: false });
    expect(screen.getByText(/only a lead lets it go back/)).toBeInTheDocument();
    expect(screen.queryByText("It goes back unrepaired")).toBeNull();
    unmount();
    show();
    expect(screen.queryByText("It goes back unrepaired")).toBeNull();
  });

  it("never says that the craft may fly", () => {
    show();
    expect(document.body).toHaveTextContent("It does not say that the craft may fly");
    expect(document.body.textContent).not.toMatch(/airworthy|\bsafe\b/i);
  });
});
