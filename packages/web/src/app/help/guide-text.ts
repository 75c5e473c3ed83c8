import { marked } from 'marked';
import source from '../../../../../docs/guide.md?raw';

/** A piece of the guide under one heading, as HTML made from this app's own text. */
export interface GuidePiece {
  readonly title: string;
  readonly html: string;
}

/** Links in the guide lead to files beside it, which the app does not serve: their words stay. */
const withoutLinks = (html: string) => html.replaceAll(/<a [^>]*>(.*?)<\/a>/gs, '$1');

/** The guide, cut at its headings; each piece is named by the screen or the subject that it is about. */
export function guidePieces(): GuidePiece[] {
  return source
    .split(/^#{2,3} /m)
    .slice(1)
    .flatMap((piece) => {
      const end = piece.indexOf('\n');
      const text = piece.slice(end).trim();
      const html = withoutLinks(marked.parse(text, { async: false }));
      return text === '' ? [] : [{ title: piece.slice(0, end).trim(), html }];
    });
}
