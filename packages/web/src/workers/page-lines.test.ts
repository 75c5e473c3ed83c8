import { readSpecs } from '@ripe-pick/core/specs';
import { describe, expect, it } from 'vitest';
import { pastedLines } from './page-lines.ts';

const read = (page: string) => {
  const { kind, brand, name, figures } = readSpecs(pastedLines(page));
  return { kind, brand, name, ...Object.fromEntries(figures.map((each) => [each.figure, each.value])) };
};
const data = (value: object) =>
  `<html><script type="application/ld+json">${JSON.stringify(value)}</script></html>`;

describe('a pasted page', () => {
  it('is read by its structured data: properties with units, brand, numbers (schema.org Product)', () => {
    const property = (name: string, value: unknown, unitText?: string) => ({
      '@type': 'PropertyValue',
      name,
      value,
      unitText,
    });
    const page = data({
      '@context': 'https://schema.org',
      '@graph': [
        { '@type': 'BreadcrumbList', name: 'Cases' },
        {
          '@type': 'Product',
          name: 'Keel 450 power supply',
          brand: { '@type': 'Brand', name: 'Wattlewood' },
          gtin13: '4006381333931',
          additionalProperty: [property('Wattage', 450, 'W'), property('Depth', '10,5', 'cm')],
        },
      ],
    });
    expect(read(page)).toEqual({
      kind: 'psu',
      brand: 'Wattlewood',
      name: 'Keel 450 power supply',
      gtin: '4006381333931',
      ratedWatts: 450,
      lengthMm: 105,
    });
  });
  it('is read by its tables and lists, with the heading as its name', () => {
    const page =
      '<div><h1>Hollandale Tin <b>case</b></h1><table><tr><th>Max. GPU length</th><td>330 mm</td></tr>' +
      '<tr><td>a</td><td>b</td><td>c</td></tr></table><dl><dt>CPU cooler</dt><dd>160&nbsp;mm</dd></dl></div>';
    expect(read(page)).toEqual({
      kind: 'case',
      brand: null,
      name: 'Hollandale Tin case',
      maxGpuLengthMm: 330,
      maxCoolerHeightMm: 160,
    });
  });
  it.each([
    [
      'broken data',
      '<html><script type="application/ld+json">{"name": </script><table><tr><td>Wattage</td><td>450 W</td></tr>',
    ],
    [
      'a list inside itself',
      data({ '@graph': [[[[[{ '@type': 'Product', name: 'Wattage: 450 W power supply' }]]]]] }),
    ],
    [
      'code and handlers',
      '<html><script>document.title = "x"</script><img src=x onerror="y()"><table><tr><td>Wattage</td><td>450 W</td></tr></table>',
    ],
    ['tags without an end', `<html>${'<div>'.repeat(20_000)}`],
  ])('is harmless with %s', (_name, page) => expect(() => read(page)).not.toThrow());
});
