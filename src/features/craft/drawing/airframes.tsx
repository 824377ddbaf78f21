import styles from "./CraftDrawing.module.css";

/** Fuselage, wing and tail of a fixed-wing craft, hinge lines drawn. */
export function Fuselage() {
  return (
    <>
      <path
        className={styles.body}
        d="M93 50L28 60q-12 2-12 9v7q0 3 4 3l73-5zM107 50l65 10q12 2 12 9v7q0 3-4 3l-73-5z"
      />
      <path className={styles.detail} d="M24 73l40-3v5M176 73l-40-3v5" />
      <path className={styles.body} d="M96 108l-24 5q-4 1-4 4v6h28zM104 108l24 5q4 1 4 4v6h-28z" />
      <path className={styles.detail} d="M69 118h26M105 118h26" />
      <path className={styles.body} d="M100 16q7 2 8 14v46q-1 30-5 50h-6q-4-20-5-50V30q1-12 8-14z" />
      <path className={styles.dark} d="M95 42q5-6 10 0v10q-5 3-10 0z" />
      <path className={styles.detail} d="M100 100v26" />
    </>
  );
}

/** A swept wing with winglets and elevons. */
export function FlyingWing() {
  return (
    <>
      <path
        className={styles.body}
        d="M100 22q10 2 14 14l70 44q4 3 4 8v8l-60-14q-14 2-16 12H88q-2-10-16-12L12 96v-8q0-5 4-8l70-44q4-12 14-14z"
      />
      <path className={styles.body} d="M10 78h5v22h-5zM185 78h5v22h-5z" />
      <path className={styles.detail} d="M72 82L20 92M128 82l52 10M76 78l-3 6M124 78l3 6" />
      <path className={styles.dark} d="M95 36q5-5 10 0v12q-5 3-10 0z" />
    </>
  );
}

/** The two booms that carry the lifting rotors of a wing that takes off upright. */
export function LiftBooms() {
  return <path className={styles.body} d="M74 44h4v58h-4zM122 44h4v58h-4z" />;
}

/** A helicopter from its left: canopy, boom, both rotors, skids. */
export function Helicopter() {
  return (
    <>
      <path className={styles.body} d="M110 66l60-10v8l-58 14z" />
      <path className={styles.body} d="M30 84q-4-22 30-26h36q14 4 18 14-2 20-30 24H46q-14-2-16-12z" />
      <path className={styles.dark} d="M36 80q0-16 24-18v16q-10 4-24 2z" />
      <path className={styles.detail} d="M66 60v34M92 60v32" />
      <path className={styles.body} d="M80 58V44h8v14z" />
      <path className={styles.blade} d="M4 41q40-4 80 0t80 0q-40 4-80 0t-80 0z" />
      <circle className={styles.bell} cx="84" cy="42" r="4" />
      <path className={styles.blade} d="M172 40q5 10 2 18-3 10-2 20-5-10-2-20 3-8 2-18z" />
      <circle className={styles.bell} cx="172" cy="59" r="3" />
      <path className={styles.detail} d="M52 96l-4 14M92 94l4 16M36 112h76q4 0 6-4" />
    </>
  );
}
