import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deviceSchema, type Access, type Device } from '@ripe-pick/contract';
import { z } from 'zod';
import { ApiError } from '../routes/errors.ts';
import { writeWhole } from './write-whole.ts';

/*
 * Devices that were let in, and whether the app stands open to them. They lie beside the database, not in it: a backup that comes back brings
 * no device back that was shut out, and an archive that is passed on lets nobody in. See docs/decisions/0035-other-devices.md.
 */

const MOST_DEVICES = 50;
const TOKEN_BYTES = 32;
const SEEN_EVERY_MS = 60_000;

const keptSchema = z.strictObject({
  version: z.literal(1),
  isOpen: z.boolean(),
  devices: z.array(deviceSchema.extend({ tokenHash: z.string().regex(/^[0-9a-f]{64}$/) })).max(MOST_DEVICES),
});
type Kept = z.infer<typeof keptSchema>;

const NOTHING: Kept = { version: 1, isOpen: false, devices: [] };

/** What is kept of a token: it is random and long, so that one round of a fast hash tells nothing of it. */
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Why devices cannot be let in, in words. */
export class SharingTrouble extends ApiError {
  constructor(message: string) {
    super('conflict', message);
  }
}

/** Devices that may come in, in a file of their own. */
export class DeviceList {
  private readonly path: string;
  private kept: Kept;

  /**
   * @param folder of its own, made with the first that is written
   * @throws {SharingTrouble} where the file cannot be understood
   */
  constructor(
    folder: string,
    private readonly now: () => Date,
  ) {
    this.path = join(folder, 'devices.json');
    this.kept = this.read();
  }

  private read(): Kept {
    if (!existsSync(this.path)) return NOTHING;
    try {
      return keptSchema.parse(JSON.parse(readFileSync(this.path, 'utf8')));
    } catch {
      throw new SharingTrouble(
        `${this.path} cannot be understood. Move it away to begin anew: devices are then paired again.`,
      );
    }
  }

  private write(kept: Kept): void {
    writeWhole(this.path, JSON.stringify(kept, null, 2));
    this.kept = kept;
  }

  private writeDevices(devices: Kept['devices']): void {
    this.write({ ...this.kept, devices });
  }

  get isOpen(): boolean {
    return this.kept.isOpen;
  }

  setOpen(isOpen: boolean): void {
    if (isOpen !== this.isOpen) this.write({ ...this.kept, isOpen });
  }

  get all(): readonly Device[] {
    return this.kept.devices.map(({ tokenHash: _, ...device }) => device);
  }

  /**
   * Lets a device in. @returns its token, which is kept nowhere else
   * @throws {SharingTrouble} where there are too many
   */
  add(name: string, access: Access): string {
    if (this.kept.devices.length >= MOST_DEVICES)
      throw new SharingTrouble(`There are ${MOST_DEVICES} devices already. Remove one that is not used.`);
    const token = randomBytes(TOKEN_BYTES).toString('base64url');
    const device = { id: randomUUID(), name, access, pairedAt: this.now().toISOString(), lastUsedAt: null };
    this.writeDevices([...this.kept.devices, { ...device, tokenHash: hashOf(token) }]);
    return token;
  }

  /** The device that a token was given to. That it was used is written once a minute at most. */
  byToken(token: string): Device | null {
    const hash = hashOf(token);
    const found = this.kept.devices.find(({ tokenHash }) => tokenHash === hash);
    if (!found) return null;
    this.noteUse(found);
    return found;
  }

  private noteUse({ id, lastUsedAt }: Device): void {
    const now = this.now();
    if (lastUsedAt !== null && now.getTime() - Date.parse(lastUsedAt) <= SEEN_EVERY_MS) return;
    try {
      this.change(id, { lastUsedAt: now.toISOString() });
    } catch (error) {
      console.error(error); // a full disk keeps nobody out
    }
  }

  /** @returns whether there is such a device */
  change(id: string, change: Partial<Pick<Device, 'name' | 'access' | 'lastUsedAt'>>): boolean {
    const isThere = this.kept.devices.some((each) => each.id === id);
    if (isThere)
      this.writeDevices(this.kept.devices.map((each) => (each.id === id ? { ...each, ...change } : each)));
    return isThere;
  }

  remove(id: string): boolean {
    const devices = this.kept.devices.filter((each) => each.id !== id);
    if (devices.length === this.kept.devices.length) return false;
    this.writeDevices(devices);
    return true;
  }
}
