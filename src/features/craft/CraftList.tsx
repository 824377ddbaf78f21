import Link from "next/link";
import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { type Craft } from "./craft";
import styles from "./Craft.module.css";

/** Every craft, by name. */
export function CraftList({ craft }: { craft: readonly (Craft & { lacks: number })[] }) {
  return (
    <section className="panel">
      <h2>Craft · {craft.length}</h2>
      <table className={styles.list}>
        <thead>
          <tr>
            <th>Name</th>
            <th>Tail number</th>
            <th>Kind</th>
            <th>Mass</th>
            <th>Owner</th>
          </tr>
        </thead>
        <tbody>
          {craft.map(({ id, name, tailNumber, kind, frameClass, massG, owner, lacks }) => (
            <tr key={id}>
              <td>
                <Link href={`/craft/${id}`}>{name}</Link>
                {lacks > 0 && <span className="watch"> lacks {lacks === 1 ? "a part" : `${lacks} parts`}</span>}
              </td>
              <td className="number">{tailNumber}</td>
              <td>
                {CRAFT_KINDS[kind].name}, {frameClass}
              </td>
              <td className="number">{massG} g</td>
              <td>{owner}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {craft.length === 0 && <p className="soft">No craft yet. They are added when they are received.</p>}
    </section>
  );
}
