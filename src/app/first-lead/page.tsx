import { type Metadata } from "next";
import { mayMakeFirstLead } from "@/features/people/firstLead";
import { FirstLeadForm } from "@/features/people/FirstLeadForm";
import { pool } from "@/server/pool";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";
import styles from "../sign-in/page.module.css";

export const metadata: Metadata = { title: "The first lead" };

/** Where a new shop begins: opened by the address that the terminal printed, once. */
export default async function FirstLeadPage({ searchParams }: { searchParams: Promise<{ key?: string }> }) {
  const { key = "" } = await searchParams;
  const isOpen = await mayMakeFirstLead(pool(), key);
  return (
    <main className={styles.page}>
      <section className={styles.ticket}>
        <p className={styles.stub}>
          pit
          <br />
          stopa
        </p>
        <div className={styles.body}>
          <h1>{isOpen ? "Your shop begins with you" : "This address is no longer good"}</h1>
          {isOpen ? (
            <>
              <p className="soft">You become its first lead, and make an account for everybody else.</p>
              <ControlsProvider>
                <FirstLeadForm givenKey={key} />
              </ControlsProvider>
            </>
          ) : (
            <p>
              It was used already, or belongs to an earlier start of the shop. The terminal prints a new one at each
              start while there is nobody. <a href="/sign-in">To the sign-in</a>
            </p>
          )}
        </div>
      </section>
    </main>
  );
}
