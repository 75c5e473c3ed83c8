/**
 * Letters that XML 1.0 (section 2.2, Char) does not let stand in a document, or warns of: controls but tab and line ends,
 * halves of surrogate pairs, U+FFFE and U+FFFF.
 */
const NOT_PLAIN = /[^\P{Cc}\t\n\r]|\p{Cs}|[\ufffe\uffff]/gu;

/** Text without what no document of plain text may hold; the rest to the letter. */
export const documentText = (text: string): string => text.replace(NOT_PLAIN, '');
