import { type ReactNode } from "react";
import { type Zone } from "@/core/diagnosis/library/library.types";
import { type CraftKind } from "@/core/craft/craftKinds";
import styles from "./ComplaintPicker.module.css";
import { ZONE_NAMES, ZONE_SPOTS } from "./zones";

interface Props {
  kind: CraftKind;
  active: Zone | null;
  /** How many things were picked in each zone. */
  picked: Readonly<Partial<Record<Zone, number>>>;
  /** The zone under the pointer, here or among the buttons. */
  hovered: Zone | null;
  onHover: (zone: Zone | null) => void;
  onPick: (zone: Zone) => void;
}

/** The craft in outline, its zones to be clicked. The same zones are buttons beside it, for the keyboard. */
export function CraftPicture({ kind, active, picked, hovered, onHover, onPick }: Props) {
  return (
    <svg viewBox="0 0 200 140" className={styles.picture} aria-hidden>
      <g className={styles.outline}>{OUTLINES[kind]}</g>
      <path className={styles.outline} d="M6 20q18-14 36 0M10 30q14-10 28 0" />
      <path className={styles.outline} d="M164 112h24v16h-24zM170 112v-12M182 112v-12" />
      {(Object.keys(ZONE_SPOTS[kind]) as Zone[]).map((zone) => {
        const { x, y, r } = ZONE_SPOTS[kind][zone]!;
        return (
          <g
            key={zone}
            className={styles.spot}
            data-active={zone === active}
            data-hovered={zone === hovered}
            onPointerEnter={() => onHover(zone)}
            onPointerLeave={() => onHover(null)}
            onClick={() => onPick(zone)}
          >
            <title>{ZONE_NAMES[zone]}</title>
            <circle cx={x} cy={y} r={r} />
            {picked[zone] ? (
              <text x={x} y={y + 4} textAnchor="middle">
                {picked[zone]}
              </text>
            ) : null}
          </g>
        );
      })}
    </svg>
  );
}

const body = <rect x="86" y="42" width="28" height="66" />;

function rotors(count: number, around: (angle: number) => ReactNode): ReactNode {
  return Array.from({ length: count }, (_, index) => {
    const angle = ((index + 0.5) * 2 * Math.PI) / count;
    return <g key={index}>{around(angle)}</g>;
  });
}

/** Points are rounded, so that server and browser write the same digits. */
const at = (angle: number, radius: number) => ({
  x: Math.round((100 + radius * Math.sin(angle)) * 10) / 10,
  y: Math.round((73 - radius * Math.cos(angle)) * 10) / 10,
});

function arm(angle: number, length: number, rotor: number, duct = 0): ReactNode {
  const { x, y } = at(angle, length);
  return (
    <>
      <line x1="100" y1="73" x2={x} y2={y} />
      <circle cx={x} cy={y} r={rotor} />
      {duct > 0 && <circle cx={x} cy={y} r={rotor + duct} />}
    </>
  );
}

const OUTLINES: Readonly<Record<CraftKind, ReactNode>> = {
  quad: (
    <>
      {rotors(4, (angle) => arm(angle, 53, 17))}
      {body}
    </>
  ),
  "ducted quad": (
    <>
      {rotors(4, (angle) => arm(angle, 50, 16, 4))}
      {body}
    </>
  ),
  hexa: (
    <>
      {rotors(6, (angle) => arm(angle, 53, 14))}
      {body}
    </>
  ),
  tricopter: (
    <>
      {rotors(3, (angle) => arm(angle, 53, 17))}
      {body}
    </>
  ),
  octo: (
    <>
      {rotors(8, (angle) => arm(angle, 52, 12))}
      {body}
    </>
  ),
  "camera drone": (
    <>
      {rotors(4, (angle) => arm(angle, 53, 15))}
      <rect x="84" y="40" width="32" height="62" rx="12" />
      <circle cx="100" cy="26" r="9" />
    </>
  ),
  "fixed wing": (
    <path d="M100 14l7 12v26l84 14v12l-84 -4 -3 38 24 8v8H72v-8l24 -8 -3 -38 -84 4V66l84 -14V26zM78 15h44" />
  ),
  "flying wing": <path d="M100 22l12 18 82 54 -6 12 -62 -18H74l-62 18 -6 -12 82 -54zM78 16h44M100 16v8" />,
  "vertical take-off": (
    <path d="M100 14l7 12v26l84 14v12l-84 -4 -3 38 24 8v8H72v-8l24 -8 -3 -38 -84 4V66l84 -14V26zM78 15h44" />
  ),
  helicopter: (
    <path d="M20 66q4 -22 40 -20h40l12 14 60 -6v10l-64 8q-8 22 -40 22 -44 0 -48 -28zM84 46V32M4 32h160M174 42v34M40 108h72M56 96v12M96 94v14" />
  ),
};
