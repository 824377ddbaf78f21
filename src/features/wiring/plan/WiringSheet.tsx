import { continuityPairs, HEARD } from "@/core/refit/powerUp/continuity";
import { type WiringRoomData } from "../getWiringRoom";
import styles from "../Wiring.module.css";
import { WIRE_COLOURS } from "./wireColours";
import { drawWiring } from "./wiringPicture";
import { WiringPicture } from "./WiringPicture";
import { wireWords } from "./wireWords";

/** One sheet of paper: the picture, every wire with a box to tick, jumpers, and what a meter must say before power. */
export function WiringSheet({
  wiring,
  answer,
  craftName,
  jobName,
}: Pick<WiringRoomData, "wiring" | "answer" | "craftName"> & { jobName: string }) {
  const plan = answer?.plan;
  if (!wiring || !plan) return <p>There is no plan on this job yet.</p>;
  const drawing = drawWiring(wiring, plan.wires, plan.leftOut, answer.order);
  const jumpers = plan.rails.filter(({ by, meanA }) => by !== "" && meanA > 0);
  const rails = plan.rails.filter(({ meanA }) => meanA > 0);
  const pairs = continuityPairs(wiring.board, plan);
  return (
    <div className={styles.sheet} data-theme="light">
      <h1>
        {craftName} · job {jobName} · {wiring.board.name}
        {wiring.oldBoard && ` in place of ${wiring.oldBoard.name}`}
      </h1>
      <WiringPicture wiring={wiring} drawing={drawing} />
      <table className={styles.wires}>
        <thead>
          <tr>
            <th>
              <span className="visually-hidden">Done</span>
            </th>
            <th>Wire</th>
            <th>Colour</th>
            <th>From</th>
            <th>What it is</th>
            <th>To</th>
          </tr>
        </thead>
        <tbody>
          {plan.wires.map((wire) => {
            const { deviceName, what, colour, from } = wireWords(wiring, wire);
            return (
              <tr key={`${wire.device} ${wire.need} ${wire.line}`}>
                <td>
                  <span className={styles.box} />
                </td>
                <td>{deviceName}</td>
                <td>
                  <span className={styles.swatch} style={{ background: WIRE_COLOURS[colour] }} />
                  {colour}
                </td>
                <td className="number">{from || "—"}</td>
                <td>{what}</td>
                <td className="number">
                  <strong>{wire.pad}</strong>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className={styles.small}>
        {jumpers.map(({ rail, by }) => `☐ ${rail}: ${by}. `)}
        {rails.map(({ rail, minV, maxV }) => `☐ ${rail} reads ${minV === maxV ? minV : `${minV} to ${maxV}`} V. `)}
      </p>
      <p className={styles.small}>
        Before power, by the meter: {pairs.map(({ from, to, expected }) => `☐ ${from}–${to} ${HEARD[expected]}. `)}
      </p>
    </div>
  );
}
