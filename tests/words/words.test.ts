import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { BANNED } from './banned.ts';
import { textsOfCode, textsOfVue, type ShownText } from './shown-texts.ts';

/**
 * What is not shown: tests and their data, changes of the database, words that are read in what people paste (which may say anything),
 * and names of columns of a file.
 */
const NOT_SHOWN = /\.test\.ts$|\/src\/test\/|\/migrations\/|vocabulary|records-table\.ts$/;
/** Texts that name a column, a key or a shop, or show what people write. */
const NAMES =
  /^game;preset|The first row names the columns|^a step is named|^~copy of|^Quay Board$|^Slip$|^Processor: /;
const PACKAGES = ['web', 'core', 'server', 'contract', 'cli', 'market', 'demo'].map(
  (name) => `packages/${name}/src`,
);

const files = execFileSync('git', ['ls-files', ...PACKAGES], { encoding: 'utf8' })
  .split('\n')
  .filter((file) => /\.(ts|vue)$/.test(file) && !NOT_SHOWN.test(file));

const textsOf = (file: string, source: string): ShownText[] =>
  file.endsWith('.vue') ? textsOfVue(source) : textsOfCode(source);

/** Where a text says a word that has another in its place. */
function bannedIn(file: string, texts: readonly ShownText[]): string[] {
  return texts
    .filter(({ text }) => !NAMES.test(text))
    .flatMap(({ line, text }) =>
      BANNED.filter(({ found }) => found.test(text)).map(
        ({ found, say }) => `${file}:${line} “${found.exec(text)![0]}” → ${say}: ${text.slice(0, 120)}`,
      ),
    );
}

describe('the words of screens, exports and the command line', () => {
  it('are the field’s usual ones', () => {
    expect(files.length).toBeGreaterThan(300);
    expect(files.flatMap((file) => bannedIn(file, textsOf(file, readFileSync(file, 'utf8'))))).toEqual([]);
  });

  it('are the guide’s too', () => {
    const lines = readFileSync('docs/guide.md', 'utf8').split('\n');
    const texts = lines.map((text, n) => ({ line: n + 1, text: text.replace(/`[^`]*`/g, '') }));
    expect(bannedIn('docs/guide.md', texts)).toEqual([]);
  });
});

describe('names of the demo', () => {
  it('of its deals say them too', () => {
    const { deals } = JSON.parse(readFileSync('packages/demo/data/deals.json', 'utf8')) as {
      deals: { name: string }[];
    };
    const texts = deals.map(({ name }, n) => ({ line: n + 1, text: name }));
    expect(texts.length).toBeGreaterThan(10);
    expect(bannedIn('packages/demo/data/deals.json', texts)).toEqual([]);
  });
});

describe('the reader of texts', () => {
  it('finds what stands between tags, in attributes, in bindings and in the script', () => {
    const source = `<script setup lang="ts">
const told = \`Over \${n} passes\`;
const few = \`\${n} \${n === 1 ? 'look' : 'looks'}\`;
const key = 'not-a-text';
</script>
<template>
  <p :title="isOn ? 'a board' : ''" class="a board of css">The card
    is {{ long ? 'too long' : 'fine here' }}</p>
  <button aria-label="Take it in" />
</template>`;
    expect(textsOfVue(source)).toEqual([
      { line: 2, text: 'Over … passes' },
      { line: 3, text: 'look' },
      { line: 3, text: 'looks' },
      { line: 7, text: 'a board' },
      { line: 7, text: 'The card is' },
      { line: 8, text: 'too long' },
      { line: 8, text: 'fine here' },
      { line: 9, text: 'Take it in' },
    ]);
    expect(bannedIn('x.vue', textsOfVue(source))).toHaveLength(5);
  });

  it('knows a graphics card from a gift card', () => {
    const words = (text: string) => bannedIn('x.ts', [{ line: 1, text }]).length;
    expect(words('The graphics card is 300 mm long.')).toBe(0);
    expect(words('A gift card worth 20')).toBe(0);
    expect(words('The card is 300 mm long.')).toBe(1);
  });
});
