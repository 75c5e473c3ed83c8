import { z } from 'zod';

/** One thing wrong with data from outside: where it stands, what is wrong, and how to mend it. */
export const problemSchema = z.strictObject({ path: z.string(), message: z.string(), mend: z.string() });
export type Problem = z.infer<typeof problemSchema>;

/** Writes a path as people read it: parts[3].lengthMm. */
export function issuePath(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) =>
      typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key),
    '',
  );
}

function valueAt(input: unknown, path: readonly PropertyKey[]): unknown {
  let value = input;
  for (const key of path) {
    if (value === null || typeof value !== 'object') return undefined;
    value = (value as Record<PropertyKey, unknown>)[key]; // any key may be asked of an object
  }
  return value;
}

function shown(value: unknown): string {
  if (value === undefined) return 'nothing';
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

type Issue = z.core.$ZodIssue;

function problemOf(issue: Issue, input: unknown): Problem {
  const path = issuePath(issue.path) || '(the whole file)';
  const got = shown(valueAt(input, issue.path));
  switch (issue.code) {
    case 'unrecognized_keys':
      return {
        path,
        message: `unknown field ${issue.keys.map((key) => `"${key}"`).join(', ')}`,
        mend: 'Check the spelling against the format’s page, or take the field out.',
      };
    case 'invalid_type':
      return {
        path,
        message:
          got === 'nothing'
            ? `is missing; ${issue.expected} is needed`
            : `${issue.expected} is needed, got ${got}`,
        mend:
          issue.expected === 'number' || issue.expected === 'int'
            ? 'Write a plain number without units or quotes.'
            : 'Write the value in the form that the format’s page shows.',
      };
    case 'too_small':
      return { path, message: `got ${got}, at least ${issue.minimum} is needed`, mend: 'Correct the value.' };
    case 'too_big':
      return {
        path,
        message: `got ${got}, at most ${issue.maximum} is taken`,
        mend: 'Correct the value, or split the data.',
      };
    case 'invalid_value':
      return {
        path,
        message: `got ${got}; one of ${issue.values.map((value) => shown(value)).join(', ')} is needed`,
        mend: 'Take one of the listed values.',
      };
    default:
      return { path, message: `${issue.message} (got ${got})`, mend: 'Correct the value.' };
  }
}

/** Reads Zod's findings as problems with a place, a message and a mend. */
export function problemsOf(error: z.ZodError, input: unknown): Problem[] {
  return error.issues.flatMap((issue) => {
    // A union's own message says little: its closest branch says what is wrong.
    if (issue.code === 'invalid_union' && issue.errors.length > 0) {
      const branch = [...issue.errors].sort((a, b) => a.length - b.length)[0];
      return branch.map((inner) =>
        problemOf({ ...inner, path: [...issue.path, ...inner.path] } as Issue, input),
      ); // a path made longer
    }
    return [problemOf(issue, input)];
  });
}

/** One line for a terminal or a log. */
export function problemLine(problem: Problem): string {
  return `${problem.path}: ${problem.message}. ${problem.mend}`;
}
