import { documentText, type Alert } from '@ripe-pick/contract';

/** What XML 1.0 lets stand in text: its special letters escaped, control letters left out. */
const escaped = (text: string) =>
  documentText(text)
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');

/** Alerts as an Atom feed (RFC 4287), newest first. Ids stay the same, so that a reader tells each once. */
export function alertsFeedOf(alerts: readonly Alert[], origin: string): string {
  const updated = alerts[0]?.at ?? '1970-01-01T00:00:00.000Z';
  const entries = alerts.map(
    ({ serial, at, title, text, kind }) =>
      `  <entry>\n    <id>urn:ripe-pick:alert:${serial}</id>\n    <title>${escaped(title)}</title>\n    <updated>${at}</updated>\n    <category term="${kind}"/>\n    <link href="${escaped(origin)}/ripeness"/>\n    <content type="text">${escaped(text)}</content>\n  </entry>`,
  );
  return `<?xml version="1.0" encoding="utf-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom">\n  <id>urn:ripe-pick:alerts</id>\n  <title>Ripe Pick: alerts</title>\n  <updated>${updated}</updated>\n  <author><name>Ripe Pick on this machine</name></author>\n  <link rel="self" href="${escaped(origin)}/alerts.atom"/>\n${entries.join('\n')}\n</feed>\n`;
}
