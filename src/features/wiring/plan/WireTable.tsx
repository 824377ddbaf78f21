import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type PlannedWire } from "@/core/refit/wiring/wiringPlan";
import styles from "../Wiring.module.css";
import { WIRE_COLOURS } from "./wireColours";
import { wireWords } from "./wireWords";

interface Props {
  wiring: WiringCase;
  wires: readonly PlannedWire[];
  selected: { device: string; need: string } | null;
  onSelect: (selected: { device: string; need: string }) => void;
}

/** Every wire of the plan in a row: from where, to where, in which colour. */
export function WireTable({ wiring, wires, selected, onSelect }: Props) {
  return (
    <div className={styles.scroll}>
      <table className={styles.wires}>
        <thead>
          <tr>
            <th>Device</th>
            <th>What it is</th>
            <th>Colour</th>
            <th>From</th>
            <th>To</th>
            <th>Run</th>
          </tr>
        </thead>
        <tbody>
          {wires.map((wire) => {
            const { deviceName, what, colour, from } = wireWords(wiring, wire);
            return (
              <tr
                key={`${wire.device} ${wire.need} ${wire.line}`}
                data-selected={selected?.device === wire.device && selected.need === wire.need}
              >
                <td>
                  <button
                    type="button"
                    className={styles.link}
                    onClick={() => onSelect({ device: wire.device, need: wire.need })}
                  >
                    {deviceName}
                  </button>
                </td>
                <td>{what}</td>
                <td>
                  <span className={styles.swatch} style={{ background: WIRE_COLOURS[colour] }} />
                  {colour}
                </td>
                <td className="number">{from || "—"}</td>
                <td className="number">
                  <strong>{wire.pad}</strong>
                  {wire.moved && " moves"}
                </td>
                <td className="number">{wire.runMm > 0 ? `${wire.runMm.toFixed(0)} mm` : ""}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
