import { render, screen, within } from "@testing-library/react";
import { type BayManifest } from "../bays/bayManifest";
import { registerBays } from "../bays/bayRegistry";
import { PunchedTicket } from "./PunchedTicket";
import { type Ticket } from "./ticket";

const bay = (id: string, name: string): BayManifest => ({
  id,
  name,
  keys: [],
  events: [],
  headline: () => ({ headline: "", detail: "", nextStep: "", nextWorth: "" }),
});
beforeAll(() => registerBays([bay("soak", "Soak"), bay("dry", "Dry"), bay("iron", "Iron")]));

const now = new Date("2026-05-02T09:00:00Z");
const ticket: Ticket = {
  jobId: 31,
  craftName: "Whin",
  tailNumber: "5-017",
  kind: "quad",
  frameClass: "5 inch",
  complaint: "no picture",
  bay: "dry",
  baysDone: ["soak"],
  cameBackFrom: null,
  waitingFor: "",
  promisedOn: null,
  isUrgent: false,
  headline: "Half dry",
  detail: "two hours left",
  technicianName: "Ines Vaar",
  receivedAt: new Date("2026-05-02T06:00:00Z"),
  closedAt: null,
};
const show = (more: Partial<Ticket> = {}, isOpen = false) =>
  render(<PunchedTicket ticket={{ ...ticket, ...more }} now={now} isOpen={isOpen} />);

describe("PunchedTicket", () => {
  it("punches a hole for each bay of the path, whatever bays there are, and says so in words", () => {
    show();
    const holes = screen.getByRole("list", { name: "Soak done, Dry in hand, Iron left to do" });
    expect(
      within(holes)
        .getAllByRole("listitem")
        .map((hole) => hole.dataset.hole),
    ).toEqual(["done", "here", "left to do"]);
    expect(screen.getByText(/^00313 h$|3 h/)).toBeInTheDocument();
  });

  it("leads from the board to the job, and from the job to its bays", () => {
    const { unmount } = show();
    expect(screen.getAllByRole("link").map((link) => link.getAttribute("href"))).toEqual(["/jobs/0031"]);
    unmount();
    show({}, true);
    expect(screen.getAllByRole("link").map((link) => link.getAttribute("href"))).toEqual([
      "/jobs/0031/label",
      "/jobs/0031/soak",
      "/jobs/0031/dry",
      "/jobs/0031/iron",
    ]);
  });

  it("says what it waits for, or where it came back from", () => {
    const { unmount } = show({ waitingFor: "a lead" });
    expect(screen.getByText("Waits for a lead")).toBeInTheDocument();
    unmount();
    show({ cameBackFrom: "iron" });
    expect(screen.getByText(/^came back from Iron; two hours left · Ines Vaar$/)).toBeInTheDocument();
  });
});
