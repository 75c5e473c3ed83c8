import { marked, type Token, type Tokens } from 'marked';
import { h, type VNodeChild } from 'vue';
import source from '../../../../../docs/guide.md?raw';

/** A piece of the guide under one heading. */
interface GuidePiece {
  readonly title: string;
  readonly blocks: readonly Token[];
}

/** The guide, cut at its headings; each piece is named by the screen or the subject that it is about. */
export function guidePieces(): GuidePiece[] {
  const pieces: { title: string; blocks: Token[] }[] = [];
  for (const token of marked.lexer(source))
    if (token.type === 'heading') pieces.push({ title: (token as Tokens.Heading).text, blocks: [] });
    else if (token.type !== 'space') pieces.at(-1)?.blocks.push(token);
  return pieces.filter(({ blocks }) => blocks.length > 0);
}

/** Tags by the kinds of text that the guide uses; links lead to files that the app does not serve: their words stay. */
const TAGS: Readonly<Record<string, string>> = {
  paragraph: 'p',
  strong: 'strong',
  em: 'em',
  codespan: 'code',
  list_item: 'li',
};

/** A piece of text as elements; what is of no known kind stays as its words. */
export function guideNode(token: Token): VNodeChild {
  if (token.type === 'table') return tableNode(token as Tokens.Table);
  if (token.type === 'list') return h('ul', (token as Tokens.List).items.map(guideNode));
  const inner = 'tokens' in token && token.tokens ? token.tokens.map(guideNode) : wordsOf(token);
  const tag = TAGS[token.type];
  return tag ? h(tag, inner) : inner;
}

const wordsOf = (token: Token) =>
  'text' in token && typeof token.text === 'string' ? token.text : token.raw;

function tableNode({ header, rows }: Tokens.Table): VNodeChild {
  const row = (tag: string, cells: readonly Tokens.TableCell[]) =>
    h(
      'tr',
      cells.map((cell) => h(tag, cell.tokens.map(guideNode))),
    );
  return h('table', [
    h('thead', row('th', header)),
    h(
      'tbody',
      rows.map((cells) => row('td', cells)),
    ),
  ]);
}
