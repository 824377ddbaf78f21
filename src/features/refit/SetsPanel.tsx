/** What is unlike within the sets of ESCs, motors and props; nothing where all are alike. */
export function SetsPanel({ alarms }: { alarms: readonly string[] }) {
  if (alarms.length === 0) return null;
  return (
    <section className="panel stack" aria-label="Sets">
      <h2>Not alike</h2>
      <ul>
        {alarms.map((each) => (
          <li key={each} className="bad">
            {each}
          </li>
        ))}
      </ul>
    </section>
  );
}
