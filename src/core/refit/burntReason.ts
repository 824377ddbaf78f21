/** What is taken out of a sentence first: it sounds like burning and is none. */
const NO_BURNING =
  /\bsmoke tests?\b|\bsmoked (glass|lens)|\bafter-?burner|\bburns? (less|more|no|too much)\b|\b(blew|blown|blows) (off|away|over|it|into|them)\b|\bwent up (to|by)\b|\bburn-in\b/g;

/** Words for what heat and fire do to a part, English. Common practice, no published source. */
const BURNING =
  /\b(burnt|burned|burns?|burning|smok(e|ed|es|ing)|scorch\w*|charr?ed|melt(ed|s)?|fried|blown|blew|went up|soot\w*|toast(ed)?|cooked|fire|flames?|overheated|from heat|(with|in) a flash|popped|glow(s|ed)?|arced|blackened|crater|black (spot|mark)s?)\b/;

/** What a clause says is not there. */
const DENIED = /\b(no|not|never|nothing|without|neither|nor|free of)\b|n't\b/;

/**
 * Whether a reason for taking a part out says that it burnt. It is proposed by this and decided by the person who writes it.
 *
 * @param reason - A sentence as a hand writes it, English.
 */
export function isBurnt(reason: string): boolean {
  return reason
    .toLowerCase()
    .replaceAll("’", "'")
    .replace(NO_BURNING, " ")
    .split(/[,;:.!?]|\bbut\b|\band then\b/)
    .some((clause) => {
      const at = clause.search(BURNING);
      return at >= 0 && !DENIED.test(clause.slice(0, at));
    });
}
