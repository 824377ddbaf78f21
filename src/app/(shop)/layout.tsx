import { type ReactNode } from "react";
import { pageContext } from "@/server/verbs/currentPerson";
import { BAYS } from "@/features/bays";
import { Rail } from "@/features/navigation/Rail";
import styles from "./layout.module.css";

/** The shop: the rail beside whatever is in hand. */
export default async function ShopLayout({ children }: { children: ReactNode }) {
  const { person } = await pageContext();
  return (
    <div className={styles.shop}>
      <Rail displayName={person.displayName} role={person.role} bays={BAYS.map(({ name, keys }) => ({ name, keys }))} />
      <main className={styles.main}>{children}</main>
    </div>
  );
}
