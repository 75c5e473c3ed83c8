import { parseArgs } from 'node:util';

const COMMANDS = ['solve', 'rates', 'check', 'grow', 'fit', 'assemble'] as const;
export type CliCommand = (typeof COMMANDS)[number];

const ABOUT_A_BUILD: ReadonlySet<CliCommand> = new Set(['rates', 'check', 'assemble']);

export interface Arguments {
  readonly command: CliCommand;
  readonly brief: string;
  readonly catalogue: string;
  readonly build: string | null;
  readonly records: string | null;
  /** Where the fitted catalogue is written; null prints what came of the fit alone. */
  readonly out: string | null;
  readonly runnersUp: number;
  readonly json: boolean;
  readonly markdown: boolean;
}

export const USAGE = `Ripe Pick on the command line. No server needed.

  npm run -s pick -- solve --brief FILE --catalogue FILE [--k N] [--json]
  npm run -s pick -- rates --brief FILE --catalogue FILE --build FILE [--json]
  npm run -s pick -- check --brief FILE --catalogue FILE --build FILE [--json]
  npm run -s pick -- grow  --brief FILE --catalogue FILE [--k N] [--build FILE] [--json]
  npm run -s pick -- assemble --catalogue FILE --build FILE [--brief FILE] [--md] [--json]
  npm run -s pick -- fit   --catalogue FILE --benchmarks FILE [--out FILE] [--json]

solve   the best build for the brief, proved best, and with --k the N best that differ in processor or graphics card
rates   expected frame rates of a given build
check   what does not fit in a given build, and what it costs
grow    the best path over the brief's later budgets, proved, and with --k the N best; with --build its own path and its best
assemble  the steps of putting a build together, in order, with cautions; --md as a list to tick
fit     all effects from a table of benchmarks; --out writes the catalogue with the fitted model

Exit code 0: answered. 1: solve or grow found that nothing fits, or check that something does not. 2: bad input.
The files are described in docs/formats/. Start from packages/demo/files/.`;

/** What each command takes; anything else would be passed over in silence. */
const TAKES: Readonly<Record<CliCommand, readonly string[]>> = {
  solve: ['brief', 'catalogue', 'k', 'json'],
  rates: ['brief', 'catalogue', 'build', 'json'],
  check: ['brief', 'catalogue', 'build', 'json'],
  grow: ['brief', 'catalogue', 'k', 'build', 'json'],
  assemble: ['catalogue', 'build', 'brief', 'md', 'json'],
  fit: ['catalogue', 'benchmarks', 'out', 'json'],
};

/** What is wrong with the options of a command as such; null when nothing is. */
function optionProblem(command: CliCommand, given: readonly string[]): string | null {
  const stray = given.find((name) => !TAKES[command].includes(name));
  if (stray !== undefined) return `${command} takes no --${stray}`;
  const twice = given.find((name, n) => given.indexOf(name) !== n);
  return twice === undefined ? null : `--${twice} is given twice`;
}

/** Reads the arguments; a string is what is wrong with them. */
export function readArguments(argv: readonly string[]): Arguments | string {
  let parsed;
  try {
    parsed = parseArgs({
      args: [...argv],
      allowPositionals: true,
      tokens: true,
      options: {
        brief: { type: 'string' },
        catalogue: { type: 'string' },
        build: { type: 'string' },
        k: { type: 'string' },
        benchmarks: { type: 'string' },
        out: { type: 'string' },
        json: { type: 'boolean' },
        md: { type: 'boolean' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    return error instanceof Error ? error.message.split('\n')[0] : String(error);
  }
  const { values, positionals, tokens } = parsed;
  if (values.help) return '';
  const command = COMMANDS.find((each) => each === positionals[0]);
  if (!command)
    return `the first word is one of ${COMMANDS.join(', ')}${positionals[0] ? `, got "${positionals[0]}"` : ''}`;
  if (positionals.length > 1) return `unexpected word "${positionals[1]}"`;
  const given = tokens.flatMap((token) => (token.kind === 'option' ? [token.name] : []));
  const problem = optionProblem(command, given);
  if (problem !== null) return problem;
  if (command !== 'fit' && command !== 'assemble' && !values.brief) return '--brief FILE is missing';
  if (!values.catalogue) return '--catalogue FILE is missing';
  if (command === 'fit' && !values.benchmarks) return '--benchmarks FILE is missing';
  if (values.out === '') return '--out names no file';
  if (values.json && values.md) return '--json and --md are two forms of one answer: take one';
  if (ABOUT_A_BUILD.has(command) && !values.build)
    return `--build FILE is missing: ${command} is about a given build`;
  const runnersUp = values.k === undefined ? 1 : Number(values.k);
  if (!Number.isInteger(runnersUp) || runnersUp < 1 || runnersUp > 100)
    return `--k is a whole number from 1 to 100, got "${values.k}"`;
  return {
    command,
    brief: values.brief ?? '',
    catalogue: values.catalogue,
    build: values.build ?? null,
    records: values.benchmarks ?? null,
    out: values.out ?? null,
    runnersUp,
    json: values.json ?? false,
    markdown: values.md ?? false,
  };
}
