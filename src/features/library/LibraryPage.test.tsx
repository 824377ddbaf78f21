import { fireEvent, render, screen } from "@testing-library/react";
import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { LibraryPage, type LibraryPageProps } from "./LibraryPage";
import { linesOf } from "./entryLines";

jest.mock("./library.action", () => ({}));
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: jest.fn() }) }));

const library = shippedLibrary;
const props: LibraryPageProps = {
  version: library.version,
  counts: { faults: library.faults.length, checks: library.checks.length, symptoms: 3, repairs: 2 },
  faults: linesOf(library, "faults").slice(0, 20),
  seen: { jobs: 0, withFault: {} } as LibraryPageProps["seen"],
  revision: 0,
  generatedChecks: 7,
  history: [],
  mayEdit: false,
};
const first = library.faults[0]!;
const answerWith = (response: Partial<Response> | Error) =>
  (globalThis.fetch = jest.fn(async () => {
    if (response instanceof Error) throw response;
    return response as Response;
  }) as unknown as typeof fetch);

beforeAll(() => (Element.prototype.scrollIntoView = jest.fn())); // jsdom lays nothing out

describe("LibraryPage", () => {
  it("shows and searches its list before the entries have come, and an entry once they have", async () => {
    let come: (response: Response) => void = () => {};
    globalThis.fetch = jest.fn(() => new Promise<Response>((resolve) => (come = resolve))) as unknown as typeof fetch;
    render(<LibraryPage {...props} />);
    fireEvent.change(screen.getByLabelText("Search the library"), { target: { value: first.name } });
    fireEvent.click(screen.getByRole("button", { name: new RegExp(`^${first.name}`) }));
    expect(screen.getByRole("status")).toHaveTextContent("The entries are being fetched");
    come({ ok: true, json: async () => library } as Response);
    expect(await screen.findByRole("heading", { name: first.name })).toBeInTheDocument();
    expect(screen.getByText(first.looksLike)).toBeInTheDocument();
  });

  it("says why the entries did not come, and fetches them again", async () => {
    answerWith({
      ok: false,
      status: 503,
      json: async () => ({ message: "The database is away." }),
    } as Partial<Response>);
    render(<LibraryPage {...props} />);
    fireEvent.click(screen.getByRole("button", { name: /^Checks/ }));
    expect(await screen.findByRole("alert", {}, { timeout: 5000 })).toHaveTextContent("The database is away.");
    answerWith({ ok: true, json: async () => library } as Partial<Response>);
    fireEvent.click(screen.getByRole("button", { name: "Fetch them again" }));
    expect(await screen.findByText(library.checks[0]!.title)).toBeInTheDocument();
  });
});
