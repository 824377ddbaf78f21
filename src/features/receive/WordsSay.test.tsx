import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { Form, Input } from "antd";
import { WordsSay } from "./WordsSay";

const DANGERS = [
  { id: "burnt-trace", whenTrue: "Burnt trace or smell" },
  { id: "wet-seen", whenTrue: "Wet, rusty or crusted" },
] as const;

const COMPLAINTS = [
  { id: "burnt-trace", whenTrue: "Burnt trace or smell", words: "burnt trace or smell smoke" },
  { id: "wont-start", whenTrue: "One motor does not start or twitches", words: "one motor does not start or twitches" },
  { id: "picture-black", whenTrue: "Black picture, no static", words: "black picture, no static dark" },
  { id: "grinds", whenTrue: "A motor grinds", words: "a motor grinds rattles" },
  { id: "arms-not", whenTrue: "Will not arm", words: "will not arm" },
  { id: "tail", whenTrue: "Tail wags", words: "tail wags" },
  { id: "hot", whenTrue: "Comes down hot", words: "comes down hot" },
];

function Intake({ onSeen }: { onSeen: (seen: unknown) => void }) {
  return (
    <Form initialValues={{ seen: ["picture-black"] }} onFinish={({ seen }: { seen: unknown }) => onSeen(seen)}>
      <Form.Item label="Complaint" name="complaint">
        <Input />
      </Form.Item>
      <Form.Item name="seen" noStyle>
        <Input hidden />
      </Form.Item>
      <Form.Item name="history" noStyle>
        <Input hidden />
      </Form.Item>
      <WordsSay dangers={DANGERS} complaints={COMPLAINTS} isSafe />
      <button type="submit">Take it in</button>
    </Form>
  );
}

describe("what a customer's words may mean", () => {
  it("is offered beside them, and kept only when it is picked", async () => {
    const onSeen = jest.fn();
    render(<Intake onSeen={onSeen} />);
    expect(screen.queryByRole("button", { name: /Burnt/ })).toBeNull();
    fireEvent.change(screen.getByLabelText("Complaint"), {
      target: { value: "It fell, now it smells like burnt hair" },
    });
    const offer = await screen.findByRole("button", { name: "Keep as seen: Burnt trace or smell" });
    expect(offer).toHaveAttribute("aria-pressed", "false");
    fireEvent.click(offer);
    expect(await screen.findByRole("button", { name: "Kept as seen: Burnt trace or smell" })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    fireEvent.click(screen.getByText("Take it in"));
    await screen.findByText("Take it in");
    await new Promise((resolve) => setTimeout(resolve, 0));
    expect(onSeen).toHaveBeenCalledWith(["picture-black", "burnt-trace"]);
  });

  it("is what came before where it was in water: nobody has looked yet", async () => {
    render(<Intake onSeen={() => undefined} />);
    fireEvent.change(screen.getByLabelText("Complaint"), { target: { value: "Went into the pond" } });
    fireEvent.click(await screen.findByRole("button", { name: "Keep as what came before: water, rain or snow" }));
    expect(await screen.findByRole("button", { name: /^Kept as what came before/ })).toBeInTheDocument();
  });

  it("is not where the words say that it is not there", () => {
    render(<Intake onSeen={() => undefined} />);
    fireEvent.change(screen.getByLabelText("Complaint"), { target: { value: "It fell. No smoke, no burnt smell." } });
    expect(screen.queryByRole("group", { name: "What these words may mean" })).toBeNull();
  });

  it("proposes what may have been seen, once, and keeps it beside what was picked", async () => {
    const onSeen = jest.fn();
    render(<Intake onSeen={onSeen} />);
    fireEvent.change(screen.getByLabelText("Complaint"), {
      target: { value: "One motor just twitches and it smells burnt" },
    });
    fireEvent.click(await screen.findByRole("button", { name: "One motor does not start or twitches" }));
    expect(screen.queryByRole("button", { name: "Burnt trace or smell" })).toBeNull(); // the danger says it already
    fireEvent.click(screen.getByRole("button", { name: "Take it in" }));
    await waitFor(() => expect(onSeen).toHaveBeenCalledWith(["picture-black", "wont-start"]));
  });
});
