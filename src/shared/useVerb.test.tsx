import { act, render, renderHook, screen, fireEvent } from "@testing-library/react";
import { type ActionResult } from "./actionResult";
import { FailureNotice } from "./FailureNotice";
import { useVerb } from "./useVerb";

const refresh = jest.fn();
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh }) }));
beforeEach(() => refresh.mockReset());

describe("useVerb", () => {
  it("hands on what came of it, and asks for no page of its own: the answer brought it", async () => {
    const onDone = jest.fn();
    const { result } = renderHook(() => useVerb(() => Promise.resolve({ ok: true as const, data: 42 })));
    await act(() => result.current.run({}, onDone));
    expect(onDone).toHaveBeenCalledWith(42);
    expect(refresh).not.toHaveBeenCalled();
    expect(result.current).toMatchObject({ isBusy: false, failure: null });
  });

  it("runs once however often the button is pressed", async () => {
    let finish: (result: ActionResult<number>) => void = () => undefined;
    const action = jest.fn(() => new Promise<ActionResult<number>>((resolve) => (finish = resolve)));
    const { result } = renderHook(() => useVerb(action));
    act(() => {
      void result.current.run({});
      void result.current.run({});
    });
    expect(result.current.isBusy).toBe(true);
    await act(async () => finish({ ok: true, data: 1 }));
    expect(action).toHaveBeenCalledTimes(1);
    expect(result.current.isBusy).toBe(false);
  });

  it("keeps a refusal with its sentences until the next attempt", async () => {
    const refusal = {
      ok: false as const,
      code: "invalid",
      message: "Check the fields.",
      fields: { name: "Too long." },
    };
    const answers: ActionResult<number>[] = [refusal, { ok: true, data: 1 }];
    const { result } = renderHook(() => useVerb(() => Promise.resolve(answers.shift()!)));
    const onDone = jest.fn();
    await act(() => result.current.run({}, onDone));
    expect(result.current.failure).toEqual(refusal);
    expect(onDone).not.toHaveBeenCalled();
    expect(refresh).not.toHaveBeenCalled();
    await act(() => result.current.run({}, onDone));
    expect(result.current.failure).toBeNull();
  });

  it("says that what was typed is kept when the server does not answer", async () => {
    const { result } = renderHook(() => useVerb(() => Promise.reject(new TypeError("Failed to fetch"))));
    await act(() => result.current.run({}));
    expect(result.current.failure).toMatchObject({
      code: "unreachable",
      message: expect.stringMatching(/kept; try again/),
    });
  });

  it("says to load the page again when Pitstopa was renewed meanwhile, for trying again cannot help", async () => {
    const gone = Object.assign(new Error("Server Action was not found"), { name: "UnrecognizedActionError" });
    const { result } = renderHook(() => useVerb(() => Promise.reject(gone)));
    await act(() => result.current.run({}));
    expect(result.current.failure).toMatchObject({ code: "renewed", message: expect.stringMatching(/load the page/) });
  });
});

describe("FailureNotice", () => {
  it("shows nothing while nothing failed", () => {
    const { container } = render(<FailureNotice failure={null} onReload={() => undefined} />);
    expect(container).toBeEmptyDOMElement();
  });

  it("after a conflict shows what others did and offers the newest state", () => {
    const onReload = jest.fn();
    const changes = ["Tamsin moved it to Refit"];
    render(
      <FailureNotice failure={{ ok: false, code: "conflict", message: "Too late.", changes }} onReload={onReload} />,
    );
    expect(screen.getByRole("alert")).toHaveTextContent("Changed by somebody else. Too late.");
    expect(screen.getByRole("listitem")).toHaveTextContent("Tamsin moved it to Refit");
    fireEvent.click(screen.getByRole("button", { name: "Load the newest, keep what I typed" }));
    expect(onReload).toHaveBeenCalled();
  });

  it("says a plain refusal without offering to load", () => {
    render(<FailureNotice failure={{ ok: false, code: "invalid", message: "No." }} onReload={() => undefined} />);
    expect(screen.getByRole("alert")).toHaveTextContent("Not done. No.");
    expect(screen.queryByRole("button")).toBeNull();
  });
});
