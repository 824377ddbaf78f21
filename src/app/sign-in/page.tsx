import { type Metadata } from "next";
import { redirect } from "next/navigation";
import { findCurrentPerson } from "@/server/verbs/currentPerson";
import { DEMO_PEOPLE } from "@/features/people/demoPeople";
import { SignInForm } from "@/features/people/SignInForm";
import { getWorkshop } from "@/features/faultLibrary/workshopRepository";
import { environment } from "@/server/env";
import { pool } from "@/server/pool";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";
import styles from "./page.module.css";

export const metadata: Metadata = { title: "Sign in" };

/** The door. In demo mode the invented people stand beside it. */
export default async function SignInPage() {
  if (await findCurrentPerson()) redirect("/");
  // The door opens also while the database is away.
  const shopName = await getWorkshop(pool()).then(
    ({ content }) => content.shopName,
    () => "",
  );
  return (
    <main className={styles.page}>
      <section className={styles.ticket}>
        <p className={styles.stub}>
          pit
          <br />
          stopa
        </p>
        <div className={styles.body}>
          <h1>{shopName || "From complaint to proven craft"}</h1>
          <p className="soft">What is wrong, is the part good, is it fixed: one ticket, six bays, every proof.</p>
          <ControlsProvider>
            <SignInForm />
          </ControlsProvider>
        </div>
      </section>
      {environment().PITSTOPA_DEMO && (
        <section className="panel">
          <h2>Demo shop: sign in as</h2>
          <table className={styles.people}>
            <tbody>
              {DEMO_PEOPLE.map(({ signInName, displayName, role, password }) => (
                <tr key={signInName}>
                  <td>
                    <code>{signInName}</code>
                  </td>
                  <td>
                    <code>{password}</code>
                  </td>
                  <td className="soft">
                    {displayName}, {role}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      <p className="soft">
        Pitstopa says which proofs were met. It never says that a craft may fly: local aviation rules, site rules and
        licensed practice come first.
      </p>
    </main>
  );
}
