import { type Spot } from "@/core/craft/spots";
import styles from "./CraftDrawing.module.css";

interface RotorProps {
  x: number;
  y: number;
  radius: number;
  isDucted?: boolean;
  /** Seen from the side, as a prop at a nose is from above. */
  isEdgeOn?: boolean;
}

/** A motor with its prop: the disc it sweeps, two blades, the bell. */
export function Rotor({ x, y, radius, isDucted = false, isEdgeOn = false }: RotorProps) {
  if (isEdgeOn) {
    const blade = `M${x - radius} ${y}q${radius} -3.4 ${2 * radius} 0q-${radius} 3.4 -${2 * radius} 0z`;
    return (
      <>
        <path className={styles.blade} d={blade} />
        <circle className={styles.bell} cx={x} cy={y} r={3} />
      </>
    );
  }
  const r = radius - 2;
  const blade = `M0 0q${r * 0.5} ${r * 0.22} ${r} 0q-${r * 0.5} -${r * 0.12} -${r} 0z`;
  return (
    <g transform={`translate(${x} ${y})`}>
      {isDucted && <circle className={styles.duct} r={radius + 1} />}
      <circle className={styles.disc} r={radius} />
      <path className={styles.blade} d={blade} transform="rotate(-28)" />
      <path className={styles.blade} d={blade} transform="rotate(152)" />
      <circle className={styles.bell} r={radius > 16 ? 5 : 4} />
    </g>
  );
}

/** Arms from the middle to each rotor, wider at the root. */
export function Arms({ spots }: { spots: readonly Spot[] }) {
  return spots.map(({ id, x, y }) => {
    const [dx, dy] = [x - 100, y - 73];
    const length = Math.hypot(dx, dy);
    const angle = (Math.atan2(dy, dx) * 180) / Math.PI;
    return (
      <path
        key={id}
        className={styles.body}
        d={`M12 -5L${length.toFixed(1)} -2.6v5.2L12 5z`}
        transform={`translate(100 73) rotate(${angle.toFixed(1)})`}
      />
    );
  });
}
