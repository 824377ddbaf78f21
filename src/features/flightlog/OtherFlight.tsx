"use client";

import { Select } from "antd";
import { useState } from "react";
import { compareFlights, type FlightDifference } from "@/core/flightlog/figures/compareFlights";
import { type Judgement } from "./flightlog.schema";
import { type OtherFlight } from "./getLogLab";
import styles from "./LogLab.module.css";
import { FlightsChart } from "./view/FlightsChart";

interface Props {
  figures: NonNullable<Judgement["figures"]>;
  /** Flights of the same craft, this one left out. */
  others: readonly OtherFlight[];
}

const WORD_CLASS = { more: "watch", less: "good", alike: "soft", "cannot tell": "soft" } as const;

/** This flight held against another one of the craft: amps and vibration at the same output, charge and energy over the same way. */
export function OtherFlightPanel({ figures, others }: Props) {
  const [otherId, choose] = useState<number | null>(null);
  const other = others.find(({ id }) => id === otherId);
  return (
    <details className={styles.other}>
      <summary>
        <span className="label">Against another flight</span>
      </summary>
      <div className="stack">
        <p className={styles.small}>
          {[
            `${(figures.flyingS / 60).toFixed(1)} min in the air`,
            figures.mah !== null && `${figures.mah.toFixed(0)} mAh`,
            figures.wh !== null && `${figures.wh.toFixed(1)} Wh`,
            figures.meanA !== null && `${figures.meanA.toFixed(1)} A mean`,
            figures.km !== null && `${figures.km.toFixed(2)} km`,
          ]
            .filter(Boolean)
            .join(", ")}
        </p>
        {others.length === 0 ? (
          <p className="soft">
            No other flight of this craft is kept yet: keep one of before and one of after the repair.
          </p>
        ) : (
          <Select
            aria-label="The other flight"
            style={{ width: "100%" }}
            placeholder="The flight before"
            value={otherId}
            options={others.map(({ id, label }) => ({ value: id, label }))}
            onChange={choose}
          />
        )}
        {other && <FlightsChart before={other.figures} now={figures} />}
        {other && (
          <table className={styles.against}>
            <tbody>
              {compareFlights(other.figures, figures).map((difference) => (
                <tr key={difference.what}>
                  <th>{difference.what}</th>
                  <td>
                    {difference.before !== null && difference.after !== null && (
                      <span className="number">
                        {shown(difference.before)} → {shown(difference.after)} {difference.unit}
                        <br />
                      </span>
                    )}
                    <strong className={WORD_CLASS[difference.word]}>{sayingOf(difference)}</strong>
                    <br />
                    <span className={styles.small}>{difference.because}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </details>
  );
}

function shown(value: number): string {
  return value.toFixed(value < 1 ? 3 : value < 20 ? 2 : 0);
}

function sayingOf({ word, change, give }: FlightDifference): string {
  if (change === null || give === null) return word;
  return `${word}, ${change > 0 ? "+" : "−"}${Math.abs(change * 100).toFixed(0)} % ± ${(give * 100).toFixed(0)}`;
}
