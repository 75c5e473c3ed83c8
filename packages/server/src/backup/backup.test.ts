import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Backup } from '@ripe-pick/contract';
import { unzipSync } from 'fflate';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ArchiveDesk } from '../archive/archives.ts';
import { runJob } from '../archive/jobs.ts';
import { DeviceList } from '../sharing/devices.ts';
import { openStore, type Store } from '../store/index.ts';
import { BackupDesk } from './backups.ts';
import { isDue, outlived } from './keep.ts';
import { listBackups, restoreBackup } from './restore.ts';

let folder: string;
let store: Store;
let moment = new Date('2026-11-29T10:00:00Z');
let backups: BackupDesk;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-backup-'));
  store = await openStore(join(folder, 'ripe-pick.sqlite'));
  moment = new Date('2026-11-29T10:00:00Z');
  backups = new BackupDesk(store, runJob, () => moment);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});
const later = (hours: number) => (moment = new Date(moment.getTime() + hours * 3_600_000));
const bill = (byte: number) => store.receipts.put('bill.jpg', Uint8Array.from([byte]));
const read = () => store.receipts.get('bill.jpg')?.[0];

describe('a backup', () => {
  it('is a copy of everything as of one moment, and comes back with a preview and a way back', async () => {
    await store.setToday('2026-11-20');
    bill(1);
    await backups.make('hand');
    const [made] = backups.list();
    expect(made).toMatchObject({ id: '2026-11-29T10-00-00-hand', kind: 'hand', receipts: 1 });
    expect(made.tables).toMatchObject({ settings: 1, parts: 0 });
    // Nothing that is changed afterwards reaches into it.
    await store.setToday('2026-11-21');
    await store.putFeed({
      ...{ id: 'f', name: 'F', url: 'https://shop.example/', shop: 's', part: null, everyHours: 24 },
      ...{ isOn: true, allowPrivate: false },
    });
    bill(2);
    const archives = new ArchiveDesk(store, runJob);
    expect(await archives.lookAtBackup(made.id)).toBe(true);
    const { ready } = await archives.status();
    expect(ready).toMatchObject({ receipts: 1, newerHere: { settings: 1, feeds: 1 } });
    await archives.take();
    expect([await store.today(), read(), (await store.feeds()).length]).toEqual(['2026-11-20', 1, 0]);
    await archives.turn();
    expect([await store.today(), read(), (await store.feeds()).length]).toEqual(['2026-11-21', 2, 1]);
    expect(await archives.lookAtBackup('2026-01-01T00-00-00-hand')).toBe(false);
  });
  it('and an archive hold nothing of what lets other devices in', async () => {
    const token = new DeviceList(join(folder, 'sharing'), () => moment).add('Phone', 'look');
    const [kept] = readFileSync(join(folder, 'sharing', 'devices.json'), 'utf8').match(/[0-9a-f]{64}/) ?? [
      'none',
    ];
    await store.setToday('2026-11-20');
    bill(1);
    await backups.make('hand');
    const within = join(folder, 'backups');
    const files = readdirSync(within, { recursive: true, withFileTypes: true })
      .filter((each) => each.isFile())
      .map((each) => readFileSync(join(each.parentPath, each.name)));
    expect(files.length).toBeGreaterThanOrEqual(3);
    const archive = join(folder, 'everything.zip');
    await runJob({ do: 'write', database: store.path, receipts: join(folder, 'receipts'), path: archive });
    for (const bytes of [...files, ...Object.values(unzipSync(readFileSync(archive)))])
      for (const secret of [token, kept]) expect(Buffer.from(bytes).includes(secret)).toBe(false);
  });
  it('that was stopped in the middle is none, and the next one is made all the same', async () => {
    await store.setToday('2026-11-20');
    const half = join(folder, 'backups', '.2026-11-29T10-00-00-hand');
    await backups.make('hand');
    backups.remove('2026-11-29T10-00-00-hand');
    writeFileSync(half, 'half');
    expect(backups.list()).toEqual([]);
    await backups.make('hand');
    expect(backups.list()).toHaveLength(1);
    expect(readdirSync(join(folder, 'backups')).filter((name) => name.startsWith('.'))).toEqual([]);
  });
  it('is made once a day where there is anything to keep; by hand at any time', async () => {
    await backups.makeDue();
    expect(backups.list()).toEqual([]);
    await store.setToday('2026-11-20');
    await backups.makeDue();
    later(23);
    await backups.makeDue();
    expect(backups.list().map(({ kind }) => kind)).toEqual(['daily']);
    later(1);
    await backups.makeDue();
    expect(backups.list()).toHaveLength(2);
  });
  it('of a file of its own can be put in place where the app does not start, and what was there is kept', async () => {
    await store.setToday('2026-11-20');
    bill(1);
    await backups.make('hand');
    await store.setToday('2026-11-21');
    await store.close();
    writeFileSync(join(folder, 'ripe-pick.sqlite'), 'damaged');
    expect(listBackups(folder)).toMatch(/2026-11-29T10-00-00-hand .*1 receipts/);
    const said = restoreBackup(folder, '2026-11-29T10-00-00-hand', new Date('2026-11-29T11:00:00Z'));
    expect(said).toMatch(/is in place.*\.before-restore-2026-11-29T11-00-00/);
    expect(existsSync(join(folder, 'ripe-pick.sqlite.before-restore-2026-11-29T11-00-00'))).toBe(true);
    store = await openStore(join(folder, 'ripe-pick.sqlite'));
    expect([await store.today(), read()]).toEqual(['2026-11-20', 1]);
    expect(() => restoreBackup(folder, '2026-01-01T00-00-00-hand', new Date())).toThrow(/no backup/);
  });
});

describe('of daily backups', () => {
  const at = (madeAt: string, kind: Backup['kind'] = 'daily'): Backup => ({
    ...{ id: madeAt, kind, madeAt, form: 'f', tables: {}, receipts: 0, bytes: 0 },
  });
  it('the newest of seven days and of four weeks are kept, and every one that was made by hand', () => {
    // One a day for 60 days, up to Sunday 2026-11-29; weeks begin on Monday (ISO 8601).
    const days = Array.from({ length: 60 }, (_, n) =>
      at(new Date(Date.UTC(2026, 10, 29, 9) - n * 86_400_000).toISOString()),
    );
    const hand = at('2026-01-01T00:00:00.000Z', 'hand');
    const gone = new Set(outlived([...days, hand]).map(({ id }) => id));
    const kept = [...days, hand].filter(({ id }) => !gone.has(id)).map(({ id }) => id.slice(0, 10));
    expect(kept).toEqual([
      ...['2026-11-29', '2026-11-28', '2026-11-27', '2026-11-26', '2026-11-25', '2026-11-24', '2026-11-23'],
      ...['2026-11-22', '2026-11-15', '2026-11-08', '2026-01-01'],
    ]);
  });
  it('of two of one day the newer is kept, and days without one do not count', () => {
    const few = ['2026-11-29T01:00:00.000Z', '2026-11-29T20:00:00.000Z', '2026-09-01T00:00:00.000Z'];
    expect(outlived(few.map((each) => at(each))).map(({ id }) => id)).toEqual([few[0]]);
  });
  it('one is due after a day, and after a clock that ran ahead was set right', () => {
    const now = new Date('2026-11-29T10:00:00Z');
    expect(isDue([], now)).toBe(true);
    expect(isDue([at('2026-11-28T10:00:01.000Z')], now)).toBe(false);
    expect(isDue([at('2026-11-28T10:00:00.000Z')], now)).toBe(true);
    expect(isDue([at('2027-01-01T00:00:00.000Z')], now)).toBe(true);
  });
  it('receipts cost their room once', async () => {
    bill(1);
    await store.setToday('2026-11-20');
    await backups.make('hand');
    expect(statSync(join(folder, 'receipts', 'bill.jpg')).nlink).toBeGreaterThan(1);
  });
});
