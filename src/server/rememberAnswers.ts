import "server-only";

/**
 * Keeps the newest answers to what is expensive to work out, by all that they depend on: who asks the same again, or while it is being worked out, gets the
 * same answer. A failure is none.
 *
 * @param most - How many are kept.
 * @param isWorthKeeping - False for an answer that a less busy machine would have given better.
 */
export function rememberAnswers<T>(most: number, isWorthKeeping: (answer: T) => boolean = () => true) {
  const answers = new Map<string, Promise<T>>();
  return (key: string, work: () => Promise<T>): Promise<T> => {
    const before = answers.get(key);
    if (before) return before;
    const answer = work();
    answers.set(key, answer);
    if (answers.size > most) answers.delete(answers.keys().next().value!);
    answer.then(
      (given) => isWorthKeeping(given) || answers.delete(key),
      () => answers.delete(key),
    );
    return answer;
  };
}
