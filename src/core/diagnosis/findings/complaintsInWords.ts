/** A complaint that words may mean: what it is called, and other words for it, in lower case. */
export interface WordedComplaint {
  id: string;
  words: string;
}

/** Words of the counter for one thing, each with the one the library uses. English; common practice, no published source. */
const SAME: readonly (readonly [said: RegExp, meant: string])[] = [
  [/\b(videos?|footage|image|goggles|screen|monitor|feed)\b/g, "picture"],
  [/\b(numbers|figures|readouts?|telemetry on)\b/g, "overlay text"],
  [/\b(battery|batteries|lipos?|accu)\b/g, "pack"],
  [/\b(remote|controller in my hand|handset)\b/g, "transmitter"],
  [/\b(engines?)\b/g, "motor"],
  [/\b(propellers?)\b/g, "prop"],
  [/\b(stinks?|stank|reeks?)\b/g, "smell"],
  [/\b(snapped|broke|cracked|shattered)\b/g, "broken"],
  [/\b(minutes?|mins?) out of\b/g, "flights shorter"],
  [/\b(bobs|goes|moves|bounces) up and down\b/g, "height wanders"],
  [/\brolls? (to the |off to the )?(left|right)\b/g, "rolls off side"],
  [/\b(rebooted|reboots|reset itself)\b/g, "restarted"],
  [/\bin mid.?air\b/g, "flight"],
];

/** Words that say nothing by themselves. */
const EMPTY = new Set(
  "the and its it's that this with when what was has had have for not out any all too very just only now then than are but from get gets got goes since more there where while like down come comes way time some something already again always after before back into onto own one look please".split(
    " ",
  ),
);
/** A complaint is proposed from this much on; the rarer a word among the complaints, the more it says. */
const SAYS = 1.5;
const MOST = 3;

/**
 * Which complaints a customer's own words may mean. They are proposed, never taken: people say many things.
 *
 * @param complaints - Those that the craft can have.
 * @returns Ids, the likeliest first; at most three.
 * @see K. Spärck Jones, "A statistical interpretation of term specificity and its application in retrieval", J. Documentation 28, 1972.
 */
export function complaintsInWords(sentence: string, complaints: readonly WordedComplaint[]): string[] {
  const said = new Set(stemsOf(sentence));
  const vocabularies = complaints.map(({ id, words }) => ({ id, stems: new Set(stemsOf(words)) }));
  const weight = (stem: string) => {
    const holding = vocabularies.filter(({ stems }) => stems.has(stem)).length;
    return holding === 0 ? 0 : Math.log(complaints.length / holding);
  };
  return vocabularies
    .map(({ id, stems }) => ({
      id,
      score: [...said].filter((stem) => stems.has(stem)).reduce((sum, stem) => sum + weight(stem), 0),
    }))
    .filter(({ score }) => score >= SAYS)
    .sort((a, b) => b.score - a.score)
    .slice(0, MOST)
    .map(({ id }) => id);
}

/** The words that say something, by their stems. */
function stemsOf(text: string): string[] {
  const words = SAME.reduce(
    (all, [said, meant]) => all.replace(said, ` ${meant} `),
    text.toLowerCase().replaceAll("’", "'"),
  );
  return words
    .split(/[^a-z0-9']+/)
    .filter((word) => word.length > 2 && !EMPTY.has(word))
    .map((word) => word.replace(/(ing|ed|es|e|s)$/, "").slice(0, 7));
}
