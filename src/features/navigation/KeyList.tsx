import styles from "./KeyList.module.css";

const KEYS: readonly (readonly [string, string])[] = [
  ["/", "search the board"],
  ["R", "receive a craft"],
  ["B", "the board"],
  ["1 … 6", "on a job: go to a bay"],
  ["A S D F", "in Isolate: the outcomes of the check in hand"],
  ["T", "in Isolate: start or stop the clock of the check in hand"],
  ["Q", "in Isolate: not sure of the answer"],
  ["U", "in Isolate: unclear"],
  ["X", "in Isolate: could not do it"],
  ["N", "in Isolate: add a finding"],
  ["Z", "in Isolate: take the last finding back"],
  ["Space", "at the rig: stop, throttle to zero"],
  ["M", "in Prove: the proof in hand is met"],
  ["?", "this list"],
];

/** Every shortcut in one list. */
export function KeyList({ onClose }: { onClose: () => void }) {
  return (
    <div className={styles.veil} onClick={onClose}>
      <div className={styles.list} role="dialog" aria-label="Keys">
        <h2>Keys</h2>
        <dl>
          {KEYS.map(([key, what]) => (
            <div key={key}>
              <dt>
                <kbd>{key}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <button onClick={onClose} autoFocus>
          Close
        </button>
      </div>
    </div>
  );
}
