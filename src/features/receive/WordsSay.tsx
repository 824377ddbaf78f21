"use client";

import { Button, Form } from "antd";
import { type DangerSymptom, dangersInWords } from "@/core/diagnosis/findings/dangersInWords";
import styles from "./Receive.module.css";

/** That it was in water is no finding until somebody looked: it is what came before, and shuts the same gates. */
const BY_HISTORY: DangerSymptom = "wet-seen";

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
  const history = Form.useWatch("history") as string | undefined;
  const said = dangersInWords(complaint).flatMap(({ symptom, words }) => {
    const danger = dangers.find(({ id }) => id === symptom);
    return danger ? [{ ...danger, words }] : [];
  });
  if (said.length === 0) return null;
  const isKept = (id: DangerSymptom) => (id === BY_HISTORY ? history === "water" : seen.includes(id));
  const toggle = (id: DangerSymptom) => {
    if (id === BY_HISTORY) form.setFieldValue("history", isKept(id) ? undefined : "water");
    else form.setFieldValue("seen", isKept(id) ? seen.filter((each) => each !== id) : [...seen, id]);
  };
  return (
    <div className={styles.said} role="group" aria-label="What these words may mean">
      {said.map(({ id, whenTrue, words }) => (
        <p key={id}>
          “{words}”:{" "}
          <Button
            type={isKept(id) ? "primary" : "default"}
            aria-pressed={isKept(id)}
            disabled={!isSafe}
            onClick={() => toggle(id)}
          >
            {isKept(id) ? "Kept as " : "Keep as "}
            {id === BY_HISTORY ? "what came before: water, rain or snow" : `seen: ${whenTrue}`}
          </Button>
        </p>
      ))}
      <p className="caution">Nothing gets power before this has been looked at. Ask, if it is not sure.</p>
    </div>
  );
}
