"use client";

import { Button, Input, InputNumber, Radio } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type StockItem } from "./stock";
import { moveStockAction } from "./stock.action";
import styles from "./Stock.module.css";

/** Pieces that came or went, with the reason. */
export function MoveForm({ item, onDone }: { item: StockItem; onDone: () => void }) {
  const { run, isBusy, failure, reload } = useVerb(moveStockAction);
  const [way, setWay] = useState<1 | -1>(1);
  const [pieces, setPieces] = useState<number | null>(1);
  const [note, setNote] = useState("");
  return (
    <div className="stack">
      <div className={styles.move}>
        <Radio.Group
          optionType="button"
          aria-label="Which way"
          value={way}
          options={[
            { value: 1, label: "came" },
            { value: -1, label: "went" },
          ]}
          onChange={(event) => setWay(event.target.value as 1 | -1)}
        />
        <InputNumber
          min={1}
          precision={0}
          value={pieces}
          aria-label="Pieces"
          style={{ width: 90 }}
          onChange={setPieces}
        />
        <Input
          value={note}
          maxLength={200}
          aria-label="Why"
          placeholder={way === 1 ? "bought, found when counting" : "thrown away, missing when counting"}
          onChange={(event) => setNote(event.target.value)}
        />
        <Button
          type="primary"
          loading={isBusy}
          disabled={!pieces || note.trim() === ""}
          onClick={() => void run({ itemId: item.id, pieces: way * (pieces ?? 0), note }, onDone)}
        >
          Write it down
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
