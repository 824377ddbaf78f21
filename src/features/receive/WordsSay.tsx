"use client";

import { Button, Form } from "antd";
import { complaintsInWords } from "@/core/diagnosis/findings/complaintsInWords";
import { type DangerSymptom, dangersInWords } from "@/core/diagnosis/findings/dangersInWords";
import { type ComplaintChoice } from "@/features/faultLibrary/complaintsOf";
import styles from "./Receive.module.css";

/** That it was in water is no finding until somebody looked: it is what came before, and shuts the same gates. */
const BY_HISTORY: DangerSymptom = "wet-seen";

interface Props {
  /** What each danger is called. */
  dangers: readonly { id: DangerSymptom; whenTrue: string }[];
  /** What can be complained of on this craft. */
  complaints: readonly Pick<ComplaintChoice, "id" | "whenTrue" | "words">[];
  isSafe: boolean;
}

/** What the customer's words say, first of all what keeps power away: offered beside them, taken only by a click. */
export function WordsSay({ dangers, complaints, isSafe }: Props) {
  const form = Form.useFormInstance();
  const complaint = (Form.useWatch("complaint") ?? "") as string;
  const seen = (Form.useWatch("seen") ?? []) as string[];
  const history = Form.useWatch("history") as string | undefined;
  const said = dangersInWords(complaint).flatMap(({ symptom, words }) => {
    const danger = dangers.find(({ id }) => id === symptom);
    return danger ? [{ ...danger, words }] : [];
  });
  const others = complaintsInWords(complaint, complaints).filter((id) => !said.some((danger) => danger.id === id));
  if (said.length + others.length === 0) return null;
  const isKept = (id: DangerSymptom) => (id === BY_HISTORY ? history === "water" : seen.includes(id));
  const toggle = (id: DangerSymptom) => {
    if (id === BY_HISTORY) form.setFieldValue("history", isKept(id) ? undefined : "water");
    else toggleSeen(id);
  };
  const toggleSeen = (id: string) =>
    form.setFieldValue("seen", seen.includes(id) ? seen.filter((each) => each !== id) : [...seen, id]);
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
      {said.length > 0 && (
        <p className="caution">Nothing gets power before this has been looked at. Ask, if it is not sure.</p>
      )}
      {others.length > 0 && (
        <p className={styles.perhaps}>
          Seen, perhaps:
          {others.map((id) => (
            <Button
              key={id}
              type={seen.includes(id) ? "primary" : "default"}
              aria-pressed={seen.includes(id)}
              disabled={!isSafe}
              onClick={() => toggleSeen(id)}
            >
              {complaints.find((each) => each.id === id)!.whenTrue}
            </Button>
          ))}
        </p>
      )}
    </div>
  );
}
