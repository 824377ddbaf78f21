import Link from "next/link";

/** What an unknown address shows. */
export default function NotFound() {
  return (
    <main style={{ maxWidth: 560, margin: "12vh auto", padding: 20 }} className="panel stack">
      <h1>There is no such page</h1>
      <p>The job or craft may have another number, or the link was cut short.</p>
      <p>
        <Link href="/">Back to the board</Link>, where you can search by craft, tail number, serial or complaint.
      </p>
    </main>
  );
}
