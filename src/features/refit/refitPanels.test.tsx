import { act, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { BayPathProvider } from "@/features/job/bays/BayPath";
import { changeSettingAction, replacePartAction } from "./refit.action";
import { RefitBay, type RefitBayProps } from "./RefitBay";

jest.mock("./refit.action", () => ({
  replacePartAction: jest.fn(),
  changeSettingAction: jest.fn(),
  findDonorsAction: jest.fn(),
  reservePartsAction: jest.fn(),
}));
jest.mock("@/features/job/bays/enterBay.action", () => ({ enterBayAction: jest.fn() }));
jest.mock("next/navigation", () => ({
  useRouter: () => ({ refresh: jest.fn(), push: jest.fn() }),
  usePathname: () => "/jobs/0003/refit",
}));

const replace = jest.mocked(replacePartAction);
const mend = jest.mocked(changeSettingAction);
beforeEach(() => mend.mockReset().mockResolvedValue({ ok: true, data: null } as never));
beforeEach(() => replace.mockReset().mockResolvedValue({ ok: true, data: null } as never));

const position = (
  name: string,
  more: Partial<RefitBayProps["positions"][number]> = {},
): RefitBayProps["positions"][number] => ({
  position: name,
  kind: "esc",
  kindName: "ESC",
  place: name,
  isSuspect: false,
  fitted: { partId: 7, name: "Harl 45", serial: "H-1", continuousA: 45, since: "2 May 2026" },
  former: [],
  ...more,
});

const show = (more: Partial<RefitBayProps> = {}) =>
  render(
    <BayPathProvider path={[{ id: "prove", name: "Prove" }]}>
      <RefitBay
        target={{ jobId: 3, version: 4 }}
        causes={[
          {
            seq: 3,
            lines: ["ESC burnt (82 %): Replace the ESC"],
            place: "",
            mend: null,
            isOpen: true,
            isFailed: false,
          },
        ]}
        positions={[position("ESC 3", { isSuspect: true }), position("ESC 1")]}
        alarms={[]}
        shelves={[]}
        costs={{ spentCents: 0, labourCentsPerHour: 6000, currency: "cr", again: {} }}
        proofs={[]}
        mayEdit
        isHere
        {...more}
      />
    </BayPathProvider>,
  );

describe("RefitBay", () => {
  it("opens with the suspect's position, and with none where nothing is suspected", () => {
    const { unmount } = show();
    expect(screen.getByText("suspect")).toBeInTheDocument();
    expect(screen.getAllByLabelText("Its serial")).toHaveLength(1);
    unmount();
    show({ positions: [position("ESC 1")], causes: [] });
    expect(screen.queryByLabelText("Its serial")).toBeNull();
    expect(screen.getByText(/No cause was named yet/)).toHaveTextContent("No cause was named yet. Isolate names it.");
  });

  it("opens the mend, and no part, where the cause needs no new one", () => {
    show({
      causes: [
        {
          seq: 3,
          lines: ["Phase wire broken: Resolder it"],
          place: "Motor 5",
          mend: { name: "Resolder it", on: "motor" },
          isOpen: true,
          isFailed: false,
        },
      ],
    });
    expect(screen.queryByLabelText("Its serial")).toBeNull();
    expect(screen.getByLabelText("What was set or mended?")).toHaveValue("Resolder it");
    expect(screen.getByTitle("Motor")).toBeInTheDocument();
  });

  it("keeps what a mend took, in cents and minutes, and nothing where nobody said", async () => {
    show({
      causes: [
        {
          seq: 3,
          lines: ["Joint cracked: Resolder it"],
          place: "",
          mend: { name: "Resolder it", on: "motor" },
          isOpen: true,
          isFailed: false,
        },
      ],
    });
    fireEvent.change(screen.getByLabelText("Now"), { target: { value: "bright" } });
    fireEvent.change(screen.getByLabelText("It cost"), { target: { value: "0.3" } });
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Record it" })));
    expect(mend).toHaveBeenCalledWith(
      expect.objectContaining({ what: "Resolder it", mended: "motor", after: "bright", costCents: 30, minutes: null }),
    );
  });

  it("sends the part that comes out with what comes in, and closes when it is done", async () => {
    show();
    fireEvent.change(screen.getByLabelText("Why does the old one come out?"), { target: { value: "burnt switch" } });
    fireEvent.change(screen.getByLabelText("Its serial"), { target: { value: "H-2" } });
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Replace it" })));
    expect(replace).toHaveBeenCalledWith(
      expect.objectContaining({
        jobId: 3,
        version: 4,
        partId: 7,
        reason: "burnt switch",
        removedAs: "burnt",
        serial: "H-2",
        name: "Harl 45",
      }),
    );
    expect(screen.queryByLabelText("Its serial")).toBeNull();
  });

  it("proposes a part of the shelves that is of the very kind or has the job's name, and no other", async () => {
    const item = (id: number, name: string, ours = 0) =>
      ({ id, kind: "esc", name, shelf: "B1", priceCents: 2150, free: 2, ours }) as const;
    const { unmount } = show({ shelves: [item(1, "Brask 45"), item(2, "Harl 45")] });
    expect(screen.getByLabelText("New part")).toBeDisabled();
    fireEvent.change(screen.getByLabelText("Why does the old one come out?"), { target: { value: "no signal" } });
    fireEvent.change(screen.getByLabelText("Its serial"), { target: { value: "H-2" } });
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Replace it" })));
    expect(replace).toHaveBeenCalledWith(
      expect.objectContaining({ source: { of: "shelf", itemId: 2 }, name: "Harl 45", costCents: 2150 }),
    );
    unmount();
    show({ shelves: [item(1, "Brask 45"), item(3, "Kite 40", 1)] });
    expect(screen.getByLabelText("New part")).toHaveValue("Kite 40");
  });

  it("names what is unlike within a set, and lets a part be fitted where none is", () => {
    show({
      alarms: ["Firmware: ESC 3 has 2.0, the others 2.1."],
      positions: [position("ESC 4", { fitted: null })],
    });
    expect(screen.getByRole("region", { name: "Sets" })).toHaveTextContent("ESC 3 has 2.0");
    fireEvent.click(screen.getByRole("button", { name: "Fit one" }));
    expect(screen.getByLabelText("Why does one go in?")).toHaveValue("the position stood empty");
  });

  it("keeps the form open with the sentence at its field when it is refused", async () => {
    replace.mockResolvedValue({
      ok: false,
      code: "invalid_input",
      message: "Check the fields.",
      fields: { serial: "Give the new part's serial, or “none” when it has none." },
    } as never);
    show();
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Replace it" })));
    expect(screen.getByText(/or “none” when it has none/)).toBeInTheDocument();
  });

  it("takes from the words what it came out as, and a hand's word before theirs", async () => {
    show();
    const why = screen.getByLabelText("Why does the old one come out?");
    const write = (value: string) => fireEvent.change(why, { target: { value } });
    const list = "Beside a burnt part";
    expect(screen.getByLabelText("faulty")).toBeChecked();
    write("smoked");
    expect(await screen.findByRole("region", { name: list })).toBeInTheDocument();
    expect(screen.getByLabelText("it burnt")).toBeChecked();
    write("not burnt, only slow");
    await waitFor(() => expect(screen.queryByRole("region", { name: list })).toBeNull());
    write("two gates gone");
    fireEvent.click(screen.getByLabelText("it burnt"));
    expect(await screen.findByRole("region", { name: list })).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText("Its serial"), { target: { value: "H-2" } });
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Replace it" })));
    expect(replace).toHaveBeenCalledWith(expect.objectContaining({ reason: "two gates gone", removedAs: "burnt" }));
  });

  it("tells the former parts of a position, and offers nothing to those who may only look", () => {
    const former = {
      partId: 2,
      name: "Harl 40",
      serial: "",
      span: "1 May to 2 May",
      reason: "shorted",
      removedAs: null,
      jobId: 1,
    };
    show({ positions: [position("ESC 1", { former: [former] })], mayEdit: false });
    expect(screen.getByText(/before: Harl 40/)).toHaveTextContent("before: Harl 40 no serial, 1 May to 2 May: shorted");
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("lists what the swap asked for, and leads on to Prove", () => {
    show({
      proofs: [
        { title: "Motor directions", state: "open" },
        { title: "Continuity", state: "met" },
      ],
    });
    const proofs = screen.getByText(/Proofs asked for · 2/).closest("section")!;
    expect(
      within(proofs)
        .getAllByRole("listitem")
        .map(({ textContent }) => textContent),
    ).toEqual(["Motor directions", "Continuity: met"]);
    expect(screen.getByRole("button", { name: "Go on to Prove" })).toBeInTheDocument();
  });
});
