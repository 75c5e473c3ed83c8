import { readSpecs } from '@ripe-pick/core/specs';
import { describe, expect, it } from 'vitest';
import { pastedPart, pastedParts } from './pasted-parts.ts';

const read = (page: string) => {
  const { kind, brand, name, figures } = readSpecs(pastedPart(page).lines);
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
  it('is read by its microdata, with what it is offered at (schema.org Product, Offer)', () => {
    const page =
      '<div itemscope itemtype="https://schema.org/Product"><h2 itemprop="name">Keel 450 power supply</h2>' +
      '<span itemprop="brand" itemscope itemtype="https://schema.org/Brand"><b itemprop="name">Wattle<i>wood</i></b></span>' +
      '<p itemprop="additionalProperty" itemscope itemtype="https://schema.org/PropertyValue">' +
      '<span itemprop="name">Wattage</span><meta itemprop="value" content="450"><span itemprop="unitText">W</span></p>' +
      '<div itemprop="offers" itemscope itemtype="https://schema.org/Offer"><meta itemprop="price" content="49.90">' +
      '<meta itemprop="priceCurrency" content="NOK"><link itemprop="itemCondition" content="https://schema.org/UsedCondition"></div></div>';
    expect(read(page)).toEqual({
      kind: 'psu',
      brand: 'Wattlewood',
      name: 'Keel 450 power supply',
      ratedWatts: 450,
    });
    expect(pastedPart(page).offer).toEqual({
      price: '49.90',
      currency: 'NOK',
      shop: null,
      condition: 'used',
    });
  });
  it('may hold several articles', () => {
    const product = (name: string) => ({
      '@type': 'Product',
      name,
      offers: { price: 10, priceCurrency: 'EUR' },
    });
    const { entries } = pastedParts(data([product('Keel 450 power supply'), product('Race 1 TB NVMe SSD')]));
    expect(entries.map(({ lines, offer }) => [readSpecs(lines).kind, offer.price, offer.currency])).toEqual([
      ['psu', '10', 'EUR'],
      ['storage', '10', 'EUR'],
    ]);
  });
  it('a table with commas, semicolons or tabs is read by its headings', () => {
    for (const mark of [',', ';', '\t'])
      expect(
        pastedParts(
          [
            ['Kind', 'Name', 'Wattage'],
            ['PSU', 'Keel', '450 W'],
          ]
            .map((row) => row.join(mark))
            .join('\n'),
        ).entries.map(({ kind, lines }) => readSpecs(lines, kind).figures[0].value),
      ).toEqual([450]);
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
    ['properties without an end', `<html>${'<div itemscope><p itemprop="name">x'.repeat(20_000)}`],
  ])('is harmless with %s', (_name, page) => expect(() => read(page)).not.toThrow());
});
