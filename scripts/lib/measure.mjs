/** Counts of a checkout: files, lines, syntax tokens, exports, names, long functions, switched-off formatting, repeats. */
import { readFileSync, readdirSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import ts from 'typescript';
import { parse as parseVue } from 'vue/compiler-sfc';

export const LIMITS = { functionLines: 60, fileLines: 400, lineWidth: 160, repeatLines: 10, rows: 60 };

const PLACES = ['packages', 'tests', 'bench', 'scripts', 'e2e'];
const SKIP = new Set(['node_modules', 'dist', 'files', 'test-results']);
const SOURCE = /\.(ts|mts|mjs|vue)$/;
const isTest = (path) =>
  /\.test\.ts$|^(tests|e2e|bench)\/|\/(test|testing)\//.test(path) || path.endsWith('vitest.config.ts');

function* filesBelow(folder) {
  let entries = [];
  try {
    entries = readdirSync(folder, { withFileTypes: true });
  } catch {
    return; // A place that this checkout does not have.
  }
  for (const entry of entries) {
    if (SKIP.has(entry.name)) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(path);
    else if (SOURCE.test(entry.name) && !entry.name.endsWith('.d.ts')) yield path;
  }
}

/** The script of a file, and the text around it (a Vue file's template), which is counted by words and signs. */
function open(path) {
  const text = readFileSync(path, 'utf8');
  if (!path.endsWith('.vue')) return { text, script: text, template: '' };
  const { descriptor } = parseVue(text, { filename: path });
  const script = descriptor.scriptSetup ?? descriptor.script;
  return { text, script: script?.content ?? '', template: descriptor.template?.content ?? '' };
}

const isFunction = (node) =>
  ts.isFunctionDeclaration(node) ||
  ts.isFunctionExpression(node) ||
  ts.isArrowFunction(node) ||
  ts.isMethodDeclaration(node) ||
  ts.isConstructorDeclaration(node) ||
  ts.isAccessor(node);

function nameOf(node) {
  if (node.name) return node.name.getText();
  const { parent } = node;
  if (parent && (ts.isVariableDeclaration(parent) || ts.isPropertyAssignment(parent)))
    return parent.name.getText();
  if (parent && ts.isCallExpression(parent)) return `callback of ${parent.expression.getText().slice(0, 40)}`;
  return '(no name)';
}

const isExported = (node) =>
  ts.canHaveModifiers(node) &&
  ts.getModifiers(node)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);

function declaredNames(statement) {
  if (ts.isVariableStatement(statement))
    return statement.declarationList.declarations.flatMap(({ name }) =>
      ts.isIdentifier(name) ? [name.text] : [],
    );
  return statement.name ? [statement.name.text] : [];
}

/** Reads one file: everything that `measure` adds up. */
function read(path, folder) {
  const { text, script, template } = open(path);
  const source = ts.createSourceFile(path.replace(/\.vue$/, '.ts'), script, ts.ScriptTarget.Latest, true);
  const file = {
    path: relative(folder, path).split(sep).join('/'),
    lines: text.split('\n').length - (text.endsWith('\n') ? 1 : 0),
    text,
    tokens: template.match(/[\p{L}\p{N}_$]+|[^\s\p{L}\p{N}_$]/gu)?.length ?? 0,
    exported: [],
    types: [],
    functions: [],
    ignores: text.match(/(\/\/|<!--|\*) prettier-ignore/g)?.length ?? 0,
    wide: text.split('\n').filter((line) => line.length > LIMITS.lineWidth).length,
  };
  for (const statement of source.statements) {
    if (isExported(statement)) file.exported.push(...declaredNames(statement));
    const isType = ts.isInterfaceDeclaration(statement) || ts.isTypeAliasDeclaration(statement);
    if (isType || ts.isClassDeclaration(statement)) file.types.push(...declaredNames(statement));
  }
  const visit = (node) => {
    if (node.kind >= ts.SyntaxKind.FirstJSDocNode && node.kind <= ts.SyntaxKind.LastJSDocNode) return;
    const children = node.getChildren(source);
    if (children.length === 0) file.tokens += node.getWidth(source) > 0 ? 1 : 0;
    if (isFunction(node) && node.body) {
      const from = source.getLineAndCharacterOfPosition(node.getStart(source)).line;
      const to = source.getLineAndCharacterOfPosition(node.end).line;
      file.functions.push({ name: nameOf(node), lines: to - from + 1 });
    }
    children.forEach(visit);
  };
  visit(source);
  return file;
}

const median = (numbers) => {
  const sorted = [...numbers].sort((a, b) => a - b);
  return sorted.length === 0 ? 0 : sorted[Math.floor((sorted.length - 1) / 2)];
};
const sum = (numbers) => numbers.reduce((total, number) => total + number, 0);

/** Names with the files that declare them, for names with two files or more. */
function twice(files, key) {
  const places = new Map();
  for (const file of files)
    for (const name of new Set(file[key])) places.set(name, [...(places.get(name) ?? []), file.path]);
  return [...places].filter(([, paths]) => paths.length > 1).sort(([a], [b]) => a.localeCompare(b));
}

/** Runs of ten lines, blank ones and imports left out, that stand in two places. */
function repeats(files) {
  const seen = new Map();
  const found = [];
  for (const file of files) {
    const lines = file.text.split('\n').map((line, at) => ({ text: line.trim(), at: at + 1 }));
    const code = lines.filter(
      ({ text }) => /[\p{L}\p{N}]/u.test(text) && !/^(import |export \{|\*|\/\/|\/\*)/.test(text),
    );
    let until = -1;
    for (let k = 0; k + LIMITS.repeatLines <= code.length; k++) {
      const run = code.slice(k, k + LIMITS.repeatLines);
      const key = run.map(({ text }) => text).join('\n');
      const here = `${file.path}:${run[0].at}`;
      const there = seen.get(key);
      if (there === undefined) seen.set(key, here);
      else if (k > until) {
        found.push(`${there} ~ ${here}`);
        until = k + LIMITS.repeatLines;
      }
    }
  }
  return found;
}

/**
 * Exported names of a folder of the core that no file outside the folder names. A name counts as used where it stands as a
 * word, so this finds fewer than there are.
 */
function unusedOutside(files) {
  const words = new Map(
    files.map((file) => [file.path, new Set(file.text.match(/[\p{L}_$][\p{L}\p{N}_$]*/gu))]),
  );
  const folder = (path) => path.split('/').slice(0, -1).join('/');
  const doors = files.filter(({ path }) => /^packages\/core\/src\/.+\/index\.ts$/.test(path));
  const names = doors.flatMap(({ path, text }) =>
    [...text.matchAll(/export (?:type )?\{([^}]*)\}/g)].flatMap(([, list]) =>
      list
        .split(',')
        .map((item) =>
          item
            .trim()
            .replace(/^type /, '')
            .split(' as ')
            .at(-1),
        )
        .filter(Boolean)
        .map((name) => ({ name, home: folder(path) })),
    ),
  );
  const users = files.filter(({ path }) => !path.endsWith('/index.ts'));
  return names.filter(
    ({ name, home }) => !users.some(({ path }) => !path.startsWith(`${home}/`) && words.get(path).has(name)),
  );
}

/** @param {string} folder a checkout of this project */
export function measure(folder) {
  const files = PLACES.flatMap((place) =>
    [...filesBelow(join(folder, place))].map((path) => read(path, folder)),
  );
  const running = files.filter(({ path }) => !isTest(path));
  const tests = files.filter(({ path }) => isTest(path));
  const inner = running.filter(({ path }) => /^packages\/(core|server)\//.test(path));
  const functions = running.flatMap(({ path, functions: list }) => list.map((one) => ({ path, ...one })));
  const long = functions
    .filter(({ lines }) => lines > LIMITS.functionLines)
    .sort((a, b) => b.lines - a.lines);
  const ownTypes = twice(running, 'types');
  const ownNames = twice(running, 'exported');
  const large = running.filter(({ lines }) => lines > LIMITS.fileLines).sort((a, b) => b.lines - a.lines);
  const repeated = repeats(running);
  const unused = unusedOutside(files);
  const lines = {
    running: sum(running.map((file) => file.lines)),
    tests: sum(tests.map((file) => file.lines)),
  };
  return {
    counts: {
      files: running.length,
      'files of tests': tests.length,
      lines: lines.running,
      'lines of tests': lines.tests,
      'tests, % of all lines': ((100 * lines.tests) / (lines.tests + lines.running)).toFixed(1),
      'syntax tokens outside tests': sum(running.map((file) => file.tokens)),
      'syntax tokens of tests': sum(tests.map((file) => file.tokens)),
      'exported names': sum(running.map((file) => file.exported.length)),
      'names exported by two files': ownNames.length,
      'types of one name in two files': ownTypes.length,
      'exports of the core unused outside their folder': unused.length,
      'formatting switched off': sum(files.map((file) => file.ignores)),
      [`lines over ${LIMITS.lineWidth} characters`]: sum(files.map((file) => file.wide)),
      'median file of core and server, lines': median(inner.map((file) => file.lines)),
      [`files over ${LIMITS.fileLines} lines`]: large.length,
      [`functions over ${LIMITS.functionLines} lines`]: long.length,
      'longest function, lines': long[0]?.lines ?? 0,
      [`${LIMITS.repeatLines} lines that stand twice`]: repeated.length,
    },
    lists: {
      [`Functions over ${LIMITS.functionLines} lines`]: long.map(
        ({ path, name, lines }) => `${lines} ${path} ${name}`,
      ),
      [`Files over ${LIMITS.fileLines} lines`]: large.map(({ path, lines }) => `${lines} ${path}`),
      'Types of one name in two files': ownTypes.map(([name, paths]) => `${name}: ${paths.join(', ')}`),
      'Names exported by two files': ownNames.map(([name, paths]) => `${name}: ${paths.join(', ')}`),
      [`${LIMITS.repeatLines} lines that stand twice`]: repeated,
      'Exports of the core unused outside their folder': unused.map(({ name, home }) => `${home}: ${name}`),
    },
  };
}
