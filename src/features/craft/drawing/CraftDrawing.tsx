import { type ReactNode } from "react";
import { type CraftKind } from "@/core/craft/craftKinds";
import { rotorSpots, type Shape } from "@/core/craft/spots";
import styles from "./CraftDrawing.module.css";
import { Fuselage, FlyingWing, Helicopter, LiftBooms } from "./airframes";
import { Arms, Rotor } from "./rotors";

interface Props extends Shape {
  /** What is drawn over it, in the same 200 × 140 units. */
  children?: ReactNode;
  /** Said to those who cannot see it; without one the drawing is left out for them. */
  label?: string;
  className?: string;
}

/** A craft seen from above with its nose up (a helicopter from its left), its rotors where `rotorSpots` has them. */
export function CraftDrawing({ kind, motorCount, children, label, className }: Props) {
  return (
    <svg
      viewBox="0 0 200 140"
      className={[styles.drawing, className].filter(Boolean).join(" ")}
      role={label ? "img" : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    >
      <Frame kind={kind} motorCount={motorCount} />
      {children}
    </svg>
  );
}

/** How large a rotor is drawn, by how many share the ring. */
function rotorRadius(motorCount: number): number {
  return motorCount >= 8 ? 15 : motorCount >= 6 ? 17 : 21;
}

function Frame(shape: Shape) {
  const { kind } = shape;
  const spots = rotorSpots(shape);
  switch (kind) {
    case "helicopter":
      return <Helicopter />;
    case "fixed wing":
      return (
        <>
          {spots.map(({ id, x, y }) => (
            <Rotor key={id} x={x} y={id === "nose" ? 13 : y} radius={18} isEdgeOn />
          ))}
          <Fuselage />
        </>
      );
    case "flying wing":
      return (
        <>
          {spots.map(({ id, x, y }) => (
            <Rotor key={id} x={x} y={id === "rear" ? 96 : y} radius={15} isEdgeOn />
          ))}
          <FlyingWing />
        </>
      );
    case "vertical take-off":
      return (
        <>
          <Fuselage />
          <LiftBooms />
          {spots.map(({ id, x, y }) =>
            id === "tail" ? (
              <Rotor key={id} x={x} y={128} radius={13} isEdgeOn />
            ) : (
              <Rotor key={id} x={x} y={y} radius={15} />
            ),
          )}
        </>
      );
    default:
      return (
        <>
          <Arms spots={spots} />
          {spots.map(({ id, x, y }) => (
            <Rotor key={id} x={x} y={y} radius={rotorRadius(shape.motorCount)} isDucted={kind === "ducted quad"} />
          ))}
          <Body kind={kind} />
        </>
      );
  }
}

/** The middle of a multirotor: plates and pack, or a moulded shell with its gimbal. */
function Body({ kind }: { kind: CraftKind }) {
  if (kind === "camera drone")
    return (
      <>
        <path className={styles.body} d="M90 42q10-7 20 0l5 14v34q-2 16-15 16t-15-16V56z" />
        <path className={styles.detail} d="M91 60h18M92 86h16" />
        <circle className={styles.body} cx="100" cy="34" r="7" />
        <circle className={styles.dark} cx="100" cy="31" r="3" />
      </>
    );
  if (kind === "octo" || kind === "hexa")
    return (
      <>
        <circle className={styles.body} cx="100" cy="73" r="21" />
        <rect className={styles.detail} x="88" y="60" width="24" height="26" rx="2" />
        <path className={styles.detail} d="M88 68h24M88 78h24" />
        <path className={styles.dark} d="M96 50h8l-4-7z" />
      </>
    );
  return (
    <>
      <path className={styles.body} d="M91 44h18l4 8v42l-4 8H91l-4-8V52z" />
      <rect className={styles.detail} x="92" y="58" width="16" height="34" rx="2" />
      <path className={styles.detail} d="M87 68h26M87 82h26" />
      <rect className={styles.dark} x="95" y="38" width="10" height="8" rx="2" />
      <path className={styles.detail} d="M94 102v8M106 102v8" />
    </>
  );
}
