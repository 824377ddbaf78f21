import { type KeyHelp } from "@/features/job/bays/bayManifest";
import styles from "./KeyList.module.css";

/** Those that work everywhere. */
const KEYS: readonly KeyHelp[] = [
  ["/", "search the board"],
  ["R", "receive a craft"],
  ["B", "the board"],
  ["1 2 3 …", "on a job: go to a bay"],
  ["?", "this list"],
];

/** The keys that work in one bay. */
export interface BayKeyHelp {
  name: string;
  keys: readonly KeyHelp[];
}

/** Every shortcut in one list: those that work everywhere, then those of each bay. */
export function KeyList({ bays, onClose }: { bays: readonly BayKeyHelp[]; onClose: () => void }) {
  const inBays = bays.flatMap(({ name, keys }) => keys.map(([key, what]) => [key, `in ${name}: ${what}`] as const));
  return (
    <div className={styles.veil} onClick={onClose}>
      <div className={styles.list} role="dialog" aria-label="Keys">
        <h2>Keys</h2>
        <dl>
          {[...KEYS, ...inBays].map(([key, what]) => (
            <div key={what}>
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
