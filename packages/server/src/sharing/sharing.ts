import { createServer, type Server } from 'node:https';
import { join } from 'node:path';
import { serve } from '@hono/node-server';
import type { Access, Sharing } from '@ripe-pick/contract';
import type { Hono } from 'hono';
import type { Hosted } from '../host/hosted.ts';
import { homeAddresses, hostOf } from './addresses.ts';
import { certificateFor, keptCertificate, type Certificate } from './certificate.ts';
import { DeviceList, SharingTrouble } from './devices.ts';
import { guestApp } from './guest-app.ts';
import { GuestDoor } from './guests.ts';
import { CodeDesk } from './one-time-code.ts';

/** A network may come and go while the app runs. */
const LOOK_MS = 30_000;
/** Lines that strangers can hold open at once. */
const MOST_LINES = 200;

interface SharingOptions {
  /** Folder of the data that are shared. */
  readonly folder: string;
  readonly port: number;
  /** Addresses to listen at; null: those that this machine has in home networks. */
  readonly addresses: readonly string[] | null;
  readonly instance: Pick<Hosted, 'app' | 'database'>;
  readonly keepAliveTimeout: number;
}

const inWords = (error: unknown, port: number): string =>
  (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
    ? `Port ${port} is taken. Set RIPE_PICK_SHARE_PORT to another one, and start anew.`
    : error instanceof Error
      ? error.message
      : String(error);

/** The app's door to other devices: closed unless it was opened on purpose; the only thing that listens beyond this machine. */
export class SharingDesk {
  private readonly folder: string;
  private readonly codes: CodeDesk;
  private readonly devices: DeviceList | null = null;
  private readonly listening = new Map<string, Server>();
  private trouble: string | null = null;
  private isOpen = false;
  private app: Hono | null = null;
  /** Opening and closing, one after the other. */
  private turn: Promise<void> = Promise.resolve();
  private looking: NodeJS.Timeout | null = null;

  constructor(
    private readonly options: SharingOptions,
    private readonly now: () => Date = () => new Date(),
  ) {
    this.folder = join(options.folder, 'sharing');
    this.codes = new CodeDesk(now);
    try {
      this.devices = new DeviceList(this.folder, now);
    } catch (error) {
      if (!(error instanceof SharingTrouble)) throw error;
      this.trouble = error.message;
    }
  }

  /**
   * Opens where it was left open. Never throws: what stands in the way is told in words.
   *
   * @param isAsked whether it is to be opened for this run
   */
  async begin(isAsked: boolean): Promise<void> {
    if (this.devices && (isAsked || this.devices.isOpen)) await this.listenOn();
  }

  private get known(): DeviceList {
    if (!this.devices) throw new SharingTrouble(this.trouble ?? 'Devices cannot be let in.');
    return this.devices;
  }

  private async listenOn(): Promise<void> {
    this.isOpen = true;
    await this.look();
    this.looking ??= setInterval(() => void this.look(), LOOK_MS).unref();
  }

  /**
   * Opens it, now and at every start from now on.
   *
   * @throws {SharingTrouble} where the list of devices cannot be read
   */
  async open(): Promise<void> {
    this.known.setOpen(true);
    await this.listenOn();
  }

  /** Closes it, now and for the next start. */
  async close(): Promise<void> {
    this.known.setOpen(false);
    await this.stop();
    this.trouble = null;
  }

  /** Ends everything; the next start goes by what was set. */
  async stop(): Promise<void> {
    this.isOpen = false;
    this.codes.withdraw();
    if (this.looking) clearInterval(this.looking);
    this.looking = null;
    this.turn = this.turn.then(() => this.listenAt([]));
    await this.turn;
  }

  /** Listens at the addresses that this machine has now, and nowhere else. */
  private look(): Promise<void> {
    this.turn = this.turn.then(async () => {
      if (!this.isOpen) return;
      const addresses = this.options.addresses ?? homeAddresses();
      this.trouble =
        addresses.length > 0
          ? null
          : 'This machine is in no home network now. It is looked for every half minute.';
      try {
        await this.listenAt(addresses);
      } catch (error) {
        this.trouble = inWords(error, this.options.port);
      }
    });
    return this.turn;
  }

  private async listenAt(addresses: readonly string[]): Promise<void> {
    for (const [address, server] of this.listening)
      if (!addresses.includes(address)) this.leave(address, server);
    const fresh = addresses.filter((address) => !this.listening.has(address));
    if (fresh.length === 0) return;
    const certificate = await certificateFor(this.folder, addresses, this.now());
    for (const server of this.listening.values()) server.setSecureContext(certificate);
    for (const address of fresh) this.listening.set(address, await this.listen(address, certificate));
  }

  private leave(address: string, server: Server): void {
    server.close();
    server.closeAllConnections();
    this.listening.delete(address);
  }

  private listen(hostname: string, { cert, key }: Certificate): Promise<Server> {
    const { port, keepAliveTimeout } = this.options;
    const app = this.guests();
    return new Promise((resolve, reject) => {
      const server = serve(
        {
          ...{ fetch: app.fetch, hostname, port, createServer },
          serverOptions: { cert, key, minVersion: 'TLSv1.2', keepAliveTimeout },
        },
        () => resolve(server),
      ) as Server; // made by createServer of https
      server.maxConnections = MOST_LINES;
      server.on('error', reject);
    });
  }

  /** One door at all addresses: what somebody tries at one counts at the others. */
  private guests(): Hono {
    const { codes } = this;
    const hosts = () => this.hosts();
    this.app ??= guestApp(new GuestDoor({ devices: this.known, codes, hosts }), this.options.instance);
    return this.app;
  }

  private hosts(): ReadonlySet<string> {
    return new Set([...this.listening.keys()].map((address) => hostOf(address, this.options.port)));
  }

  makeCode(access: Access): void {
    this.codes.make(access);
  }

  withdrawCode(): void {
    this.codes.withdraw();
  }

  /** @returns whether there is such a device */
  changeDevice(id: string, change: Parameters<DeviceList['change']>[1]): boolean {
    return this.known.change(id, change);
  }

  /** Shuts a device out. @returns whether there is such a device */
  removeDevice(id: string): boolean {
    const isGone = this.known.remove(id);
    // Nobody listens on over a line from before; those that may come in open another one.
    if (isGone) for (const server of this.listening.values()) server.closeAllConnections();
    return isGone;
  }

  get state(): Sharing {
    const { open } = this.codes;
    return {
      isOpen: this.isOpen,
      addresses: [...this.hosts()].map((host) => `https://${host}`),
      fingerprint: keptCertificate(this.folder)?.fingerprint ?? null,
      code: open && { ...open, until: open.until.toISOString() },
      devices: [...(this.devices?.all ?? [])],
      trouble: this.trouble,
    };
  }
}
