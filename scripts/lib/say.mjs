/** Tells the person at the terminal what is going on. */
export function say(text) {
  process.stdout.write(`${text}\n`)
}

/** A trouble that a person can do something about; shown as a sentence, without a stack. */
export class Trouble extends Error {}

/** Runs a command's main function; a `Trouble` ends it with its sentence and exit code 1. */
export async function runMain(main) {
  try {
    await main()
  } catch (error) {
    process.stderr.write(`\n${error instanceof Trouble ? error.message : (error.stack ?? error)}\n`)
    process.exitCode = 1
  }
}
