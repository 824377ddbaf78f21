"use client";

import { Button } from "antd";
import { useState } from "react";
import { PART_KINDS } from "@/core/craft/partKinds";
import { placeText, rotorSpots, type Shape, spotOfPosition } from "@/core/craft/spots";
import styles from "./Craft.module.css";
import { CraftDrawing } from "./drawing/CraftDrawing";
import { SpotTags, type SpotTone } from "./drawing/SpotTags";
import { type Position } from "./positionsOf";

/** A position that lost this many parts is trouble of the craft, not of the part. Trade judgement. */
const TROUBLE_FROM = 2;

interface Props extends Shape {
  positions: readonly Position[];
}

/** The craft's drawing with its rotors marked by what was replaced there, and the parts beside it, of all or of one spot. */
export function CraftPositions({ kind, motorCount, positions }: Props) {
  const shape = { kind, motorCount };
  const [chosen, choose] = useState<string | null>(null);
  const spotOf = ({ position }: Position) => spotOfPosition(position, shape)?.id;
  const spots = rotorSpots(shape).map((spot, index) => {
    const lost = positions.filter((position) => spotOf(position) === spot.id).map(({ former }) => former.length);
    const most = lost.length > 0 ? lost.reduce((a, b) => (b > a ? b : a)) : 0;
    const tone: SpotTone = most >= TROUBLE_FROM ? "trouble" : most > 0 ? "suspect" : "quiet";
    return { ...spot, tag: String(index + 1), tone };
  });
  const shown = chosen === null ? positions : positions.filter((position) => spotOf(position) === chosen);
  const name = spots.find(({ id }) => id === chosen)?.words;
  return (
    <section className="panel" aria-label="Parts by position">
      <h2>Parts by position{name && ` · ${name}`}</h2>
      <div className={styles.positions}>
        <div className="stack">
          <CraftDrawing {...shape} label={`${shown.length} positions`}>
            <SpotTags spots={spots} chosen={chosen} onChoose={(id) => choose(chosen === id ? null : id)} />
          </CraftDrawing>
          <div className="row" role="group" aria-label="Spot">
            {spots.map(({ id, words, tag, tone }) => (
              <Button
                key={id}
                size="small"
                aria-pressed={chosen === id}
                type={chosen === id ? "primary" : "default"}
                onClick={() => choose(chosen === id ? null : id)}
              >
                {tag} {words}
                {tone === "trouble" && " ▲"}
              </Button>
            ))}
          </div>
          <p className="soft">▲ red: two parts or more were lost there; amber: one.</p>
        </div>
        <div className="rows">
          {shown.map((position) => (
            <PositionRow key={position.position} position={position} place={placeText(position.position, shape)} />
          ))}
          {shown.length === 0 && <p className="soft">No parts are on the sheet here.</p>}
        </div>
      </div>
    </section>
  );
}

function PositionRow({ position: { position, kind, fitted, former }, place }: { position: Position; place: string }) {
  return (
    <div>
      <p>
        <strong>{place}</strong> {PART_KINDS[kind] !== position && <span className="soft">{PART_KINDS[kind]}</span>}
        <br />
        {fitted ? (
          <>
            {fitted.name} <span className="number">{fitted.serial || "no serial"}</span>{" "}
            <span className="soft">
              {fitted.continuousA !== null && `${fitted.continuousA} A, `}since {fitted.since}
            </span>
          </>
        ) : (
          <span className="soft">empty</span>
        )}
      </p>
      {former.map(({ partId, name, serial, span, reason }) => (
        <p key={partId} className={styles.former}>
          before: {name} <span className="number">{serial || "no serial"}</span>, {span}: {reason}
        </p>
      ))}
    </div>
  );
}
