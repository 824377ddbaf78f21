"use client";

import { Button, Form } from "antd";
import { type DangerSymptom, dangersInWords } from "@/core/diagnosis/findings/dangersInWords";
import styles from "./Receive.module.css";

interface Props {
  /** What each danger is called. */
  dangers: readonly { id: DangerSymptom; whenTrue: string }[];
  isSafe: boolean;
}

/** What the customer's words say that keeps power away: offered beside them, taken only by a click. */
export function WordsSay({ dangers, isSafe }: Props) {
  const form = Form.useFormInstance();
  const complaint = (Form.useWatch("complaint") ?? "") as string;
  const seen = (Form.useWatch("seen") ?? []) as string[];
  const said = dangersInWords(complaint).flatMap(({ symptom, words }) => {
    const danger = dangers.find(({ id }) => id === symptom);
    return danger ? [{ ...danger, words }] : [];
  });
  if (said.length === 0) return null;
  const toggle = (id: string) =>
    form.setFieldValue("seen", seen.includes(id) ? seen.filter((each) => each !== id) : [...seen, id]);
  return (
    <div className={styles.said} role="group" aria-label="What these words may mean">
      {said.map(({ id, whenTrue, words }) => (
        <p key={id}>
          “{words}”:{" "}
          <Button
            type={seen.includes(id) ? "primary" : "default"}
            aria-pressed={seen.includes(id)}
            disabled={!isSafe}
            onClick={() => toggle(id)}
          >
            {seen.includes(id) ? "Kept as seen: " : "Keep as seen: "}
            {whenTrue}
          </Button>
        </p>
      ))}
      <p className="caution">Nothing gets power before this has been looked at. Ask, if it is not sure.</p>
    </div>
  );
}
