import styles from "./Packs.module.css";

const HEIGHT = 34;
const WIDTH = 12;
const STEP = 17;

/** A pack's cells side by side by their resistance: the one that stands out is the weak one. */
export function CellBars({ mohm }: { mohm: readonly number[] }) {
  const highest = Math.max(...mohm);
  const text = mohm.map((each, index) => `cell ${index + 1} ${each.toFixed(1)} mΩ`).join(", ");
  return (
    <svg className={styles.cells} width={mohm.length * STEP} height={HEIGHT} role="img" aria-label={text}>
      {mohm.map((each, index) => {
        const height = Math.max(2, (each / highest) * HEIGHT);
        return <rect key={index} x={index * STEP} y={HEIGHT - height} width={WIDTH} height={height} />;
      })}
    </svg>
  );
}
