import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { columnOf, likeliestColumn, MonitorReader } from './index.ts';

/* Headings are made up in the ways that tools write them: common practice, no source. */
describe('headings of monitoring logs', () => {
  it.each([
    ['CPU Package [°C]', 'celsius', 'cpu'],
    ['Core 0 Clock (MHz)', 'clock', 'cpu'],
    ['gpu_temp_c', 'celsius', 'gpu'],
    ['GPU Core Voltage, V', 'volts', 'gpu'],
    ['Vcore', 'volts', 'cpu'],
    ['CPU Usage %', 'load', 'cpu'],
    ['GPU utilization (%)', 'load', 'gpu'],
    ['DIMM 2 temperature', 'celsius', 'memory'],
    ['Memory clock [MHz]', 'clock', 'memory'],
    ['GPU memory clock [MHz]', 'clock', 'gpu'],
    ['Timestamp', 'time', null],
    ['CpuTemp', 'celsius', 'cpu'],
    ['Fan 1 (RPM)', null, null],
    ['Power (W)', null, null],
    ['Date', 'time', null],
  ])('%s is %s of %s', (heading, role, device) => {
    expect(columnOf(heading, 0)).toMatchObject({ role, device });
  });
  it('brings every unit to °C, V and MHz: 212 °F boil at 100 °C, 1,350 mV are 1.35 V, 3.2 GHz are 3,200 MHz', () => {
    const in1 = (heading: string, raw: number) => {
      const { scale, offset } = columnOf(heading, 0);
      return raw * scale + offset;
    };
    expect(in1('Temp (°F)', 212)).toBeCloseTo(100, 9);
    expect(in1('Vcore [mV]', 1350)).toBeCloseTo(1.35, 9);
    expect(in1('Clock (GHz)', 3.2)).toBeCloseTo(3200, 9);
    expect(in1('Memory (MT/s)', 3200)).toBe(1600); // two transfers a clock, JESD79-4
  });
});

const read = (rows: readonly (readonly string[])[]) => {
  const reader = new MonitorReader();
  for (const row of rows) reader.push(row);
  return reader.end();
};

describe('logs of monitoring tools', () => {
  it('finds the heading below a preamble, counts what it cannot read, and skips a heading that comes again', () => {
    const found = read([
      ['Log of a machine'],
      ['version', '7'],
      ['Time', 'CPU [°C]', 'Vcore [V]'],
      ['20:00:01', '61', '1,21'],
      ['20:00:02', 'n/a', '1,25'],
      ['Time', 'CPU [°C]', 'Vcore [V]'],
      ['20:00:09', '83,5', '1.22'],
      [''],
    ]);
    if (!found.ok) throw new Error(found.message);
    expect(found.log).toMatchObject({ rows: 3, skipped: 3 });
    const hottest = likeliestColumn(found.log, 'cpu', 'celsius');
    expect(hottest).toMatchObject({ rows: 2, unread: 1, most: 83.5, least: 61 });
    expect(likeliestColumn(found.log, 'cpu', 'volts')?.most).toBe(1.25);
    expect(likeliestColumn(found.log, 'gpu', 'celsius')).toBeNull();
  });
  it('takes the hottest of a device’s columns, and never that of another device', () => {
    const found = read([
      ['Core 0 (°C)', 'Core 1 (°C)', 'GPU (°C)'],
      ['60', '71', '90'],
    ]);
    if (!found.ok) throw new Error(found.message);
    expect(likeliestColumn(found.log, 'cpu', 'celsius')?.column.heading).toBe('Core 1 (°C)');
  });
  it('says what is missing where there is no heading', () => {
    expect(
      read([
        ['1', '2'],
        ['3', '4'],
      ]),
    ).toMatchObject({ ok: false });
    expect(read([])).toMatchObject({ ok: false });
  });
  it('gives least, most and mean of any columns of numbers', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -40, max: 120 }), { minLength: 1, maxLength: 50 }), (values) => {
        const found = read([['Time', 'CPU (°C)'], ...values.map((each, n) => [`${n}`, `${each}`])]);
        if (!found.ok) throw new Error(found.message);
        const figures = likeliestColumn(found.log, 'cpu', 'celsius');
        expect(figures).toMatchObject({ least: Math.min(...values), most: Math.max(...values) });
        expect(figures?.mean).toBeCloseTo(values.reduce((a, b) => a + b, 0) / values.length, 9);
      }),
    );
  });
});
