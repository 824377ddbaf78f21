import { type ReactNode } from "react";
import { pageContext } from "@/server/verbs/currentPerson";
import { BAYS, ROOMS } from "@/features/bays";
import { Rail } from "@/features/navigation/Rail";
import { diskRoom, fullText } from "@/server/diskRoom";
import { hasRole } from "@/server/person";
import styles from "./layout.module.css";

/** The shop: the rail beside whatever is in hand. */
export default async function ShopLayout({ children }: { children: ReactNode }) {
  const { person } = await pageContext();
  const room = await diskRoom();
  return (
    <div className={styles.shop}>
      <Rail
        displayName={person.displayName}
        role={person.role}
        bays={[...BAYS, ...ROOMS].map(({ name, keys }) => ({ name, keys }))}
      />
      <main className={styles.main}>
        {room?.isFull ? (
          <p role="alert" className={styles.notice}>
            ■ {fullText(room)} Nothing new is stored until then.
          </p>
        ) : (
          room?.isLow &&
          hasRole(person, "lead") && (
            <p role="status" className={styles.notice}>
              ▲ The shop&apos;s disk fills up: {(room.freeBytes / 1e9).toFixed(1)} GB left,{" "}
              {Math.round(room.share * 100)} %. Make room on it soon.
            </p>
          )
        )}
        {children}
      </main>
    </div>
  );
}
