import { type Zone } from "@/core/diagnosis/library/library.types";
import { CRAFT_KINDS, type CraftKind } from "@/core/craft/craftKinds";
import { CraftDrawing } from "@/features/craft/drawing/CraftDrawing";
import styles from "./ComplaintPicker.module.css";
import { ZONE_NAMES, ZONE_SPOTS } from "./zones";

interface Props {
  kind: CraftKind;
  motorCount?: number;
  active: Zone | null;
  /** How many things were picked in each zone. */
  picked: Readonly<Partial<Record<Zone, number>>>;
  /** The zone under the pointer, here or among the buttons. */
  hovered: Zone | null;
  onHover: (zone: Zone | null) => void;
  onPick: (zone: Zone) => void;
}

/** The craft in outline, its zones to be clicked. The same zones are buttons beside it, for the keyboard. */
export function CraftPicture({
  kind,
  motorCount = CRAFT_KINDS[kind].motors,
  active,
  picked,
  hovered,
  onHover,
  onPick,
}: Props) {
  return (
    <CraftDrawing kind={kind} motorCount={motorCount} className={styles.picture}>
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
            <circle cx={x} cy={y} r={4.5} />
            <circle cx={x} cy={y} r={r + 2} className={styles.reach} />
            {picked[zone] ? (
              <text x={x} y={y + 3} textAnchor="middle">
                {picked[zone]}
              </text>
            ) : null}
          </g>
        );
      })}
    </CraftDrawing>
  );
}
