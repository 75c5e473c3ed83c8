import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { parse } from 'vue/compiler-sfc';
import { describe, expect, it } from 'vitest';

/* One word for one thing: what screens, exports and the command line do not say any more. */

const root = join(import.meta.dirname, '../../packages');
const PACKAGES = ['web', 'core', 'server', 'cli', 'contract', 'market'] as const;
/** Words that texts of users are read by, invented texts of others, and what is written into databases once and for all. */
const NOT_OURS = /\.test\.ts$|vocabulary\.ts$|(?:^|[\\/])test[\\/]|[\\/]migrations[\\/]/;
const sources = PACKAGES.flatMap((name) =>
  readdirSync(join(root, name, 'src'), { recursive: true, encoding: 'utf8' })
    .filter((path) => /\.(vue|ts)$/.test(path) && !NOT_OURS.test(path))
    .map((path) => ({
      path: `${name}/src/${path}`,
      text: readFileSync(join(root, name, 'src', path), 'utf8'),
    })),
);

/** Texts of a piece of code: all strings and the fixed pieces of templates. */
function stringsOf(code: string): string[] {
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node)) return;
    if (ts.isStringLiteralLike(node) || ts.isTemplateHead(node) || ts.isTemplateMiddleOrTemplateTail(node))
      found.push(node.text);
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile('source.ts', code, ts.ScriptTarget.Latest));
  return found;
}

/** A node of a template, as far as its words go. */
interface Said {
  readonly type: number;
  readonly content?: unknown;
  readonly children?: readonly Said[];
  readonly props?: readonly {
    readonly name: string;
    readonly value?: { readonly content: string };
    readonly exp?: { readonly content: string };
  }[];
}
const UNSEEN = /^(?:class|id|type|for|role|key|slot|href|to|d|viewBox|name)$/;

function templateStrings(node: Said): string[] {
  const own = typeof node.content === 'string' ? [node.content] : [];
  // Interpolations and bindings are code: what stands in their quotes is said.
  const code =
    typeof node.content === 'object' && node.content !== null && 'content' in node.content
      ? [String(node.content.content)]
      : [];
  const props = (node.props ?? []).flatMap(({ name, value, exp }) =>
    UNSEEN.test(name)
      ? []
      : [...(value ? [value.content] : []), ...(exp ? stringsOf(`(${exp.content})`) : [])],
  );
  return [
    ...own,
    ...code.flatMap((each) => stringsOf(`(${each})`)),
    ...props,
    ...(node.children ?? []).flatMap(templateStrings),
  ];
}

function saidIn({ path, text }: (typeof sources)[number]): string[] {
  if (path.endsWith('.ts')) return stringsOf(text);
  const { descriptor } = parse(text);
  return [
    ...stringsOf(descriptor.scriptSetup?.content ?? descriptor.script?.content ?? ''),
    ...(descriptor.template?.ast ? templateStrings(descriptor.template.ast as unknown as Said) : []), // its nodes, as far as they are read here
  ];
}

/** What is not said any more, with what is said in its place. */
const BANNED: readonly [RegExp, string][] = [
  [/\bLine-up\b/, 'Compare'],
  [/\bSecond-hand\b/, 'Used'],
  [/\bSlips?\b|\b(?:a|the|your) slips?\b/, 'rebate claim'],
  [/\bPrices in\b/, 'Prices'],
  [/\bAudit a list\b/, 'Check a list'],
  [/\bat the till\b/i, 'due at checkout'],
  [/\bslack\b/i, 'allowed over budget'],
  [/\b(?:a|the|this) find\b|\bFinds\b/, 'used listing'],
  [/\bSending\b/, 'Shipping'],
  [/\b[Bb]r(?:ing|ought)(?: \S+){0,3}? in\b(?! the middle)/, 'import'],
  [/\bTake (?:it |everything |them )?out\b(?! (?:the|every) (?:screw|one|box))/, 'export, delete'],
  [/\bMend it\b/, 'Fix'],
  [/\bDone again\b|\bDo again\b/, 'Redo'],
  [/^\s*Leave (?:it|them)\s*$/, 'Close'],
  [/^\s*Drop\s*$/, 'Delete'],
  [/\b[Hh](?:o|e)ld (?:\S+ )?against\b/, 'compare with'],
  [/\bTo take along\b/, 'Checklist'],
  [/\bHow loud\b/, 'Alert level'],
  [/\bFrom when what runs\b/, 'When each game runs well'],
  [/\bA frame costs\b/, 'Price per extra fps'],
  [/\bgive or take\b/, '±'],
  [/\bBulk storage\b/, 'Second drive'],
  [/\b[Mm]emory sticks?\b|\bsticks\b/, 'modules'],
  [/\bsheets? (?:is|are) silent\b|\bthe sheets\b/, 'spec missing'],
];

describe('the words of the screens', () => {
  const said = sources.flatMap((source) => saidIn(source).map((text) => ({ path: source.path, text })));
  it('are read from templates and code alike', () => {
    expect(said.length).toBeGreaterThan(5000);
    for (const known of ['Due at checkout', 'Allowed over budget', 'Memory modules into the right slots'])
      expect(
        said.some(({ text }) => text.includes(known)),
        known,
      ).toBe(true);
  });
  it.each(BANNED)('no %s: it is %s', (word) => {
    const found = said.filter(({ text }) => word.test(text.replace(/\s+/g, ' ')));
    expect(found.map(({ path, text }) => `${path}: ${text.trim().slice(0, 90)}`)).toEqual([]);
  });
  it('numbers have one field, which keeps what it cannot read', () => {
    const found = sources.filter(
      ({ path, text }) => path.endsWith('.vue') && /NInputNumber|type="number"/.test(text),
    );
    expect(found.map(({ path }) => path)).toEqual([]);
  });
});
