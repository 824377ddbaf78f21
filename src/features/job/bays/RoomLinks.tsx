import { HoleLink } from "../tickets/HoleLink";
import { type BayStop } from "./bayManifest";
import styles from "./Bays.module.css";

/** The ways to the rooms beside the path, with their keys behind those of the bays. */
export function RoomLinks({
  number,
  rooms,
  firstKey,
}: {
  number: string;
  rooms: readonly BayStop[];
  firstKey: number;
}) {
  return (
    <nav className={styles.rooms} aria-label="Beside the path">
      {rooms.map(({ id, name }, at) => (
        <HoleLink key={id} href={`/jobs/${number}/${id}`}>
          {name} <kbd>{firstKey + at}</kbd>
        </HoleLink>
      ))}
    </nav>
  );
}
