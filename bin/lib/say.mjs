/** A failure with a sentence for the person at the terminal. */
export class SetupError extends Error {}

/** Prints a line. */
export const say = (line = "") => console.log(line);

/** Runs a command's main function; a SetupError ends it with its sentence instead of a stack. */
export async function runMain(main) {
  try {
    await main();
  } catch (error) {
    console.error(error instanceof SetupError ? `\n${error.message}` : error);
    process.exit(1);
  }
}
