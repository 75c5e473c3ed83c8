import type { LookupAddress } from 'node:dns';
import { Agent } from 'node:http';
import { Socket, type TcpNetConnectOpts } from 'node:net';
import { describe, expect, it } from 'vitest';
import { isPrivateAddress } from './addresses.ts';
import { fetchOnce } from './fetch.ts';

/*
 * First, last and neighbouring addresses of the special-purpose ranges of IANA's registries (RFC 6890, 8190 and those that they list, from
 * memory); multicast by RFC 5771. No test opens a line: names are looked up and sockets opened by stand-ins.
 */

const INSIDE = [
  ...['0.0.0.0', '0.255.255.255', '10.0.0.0', '10.255.255.255', '100.64.0.0', '100.127.255.255', '127.0.0.1'],
  ...[
    '169.254.0.0',
    '169.254.255.255',
    '172.16.0.0',
    '172.31.255.255',
    '192.0.0.0',
    '192.0.0.255',
    '192.0.2.1',
  ],
  ...['192.31.196.1', '192.52.193.1', '192.88.99.1', '192.168.0.1', '192.168.255.255', '192.175.48.1'],
  ...['198.18.0.0', '198.19.255.255', '198.51.100.7', '203.0.113.255', '224.0.0.1', '239.255.255.255'],
  ...['240.0.0.0', '255.255.255.255'],
  ...[
    '::',
    '::1',
    '::7f00:1',
    '::ffff:127.0.0.1',
    '::ffff:8.8.8.8',
    '::ffff:0:7f00:1',
    '0:0:0:0:0:ffff:7f00:1',
  ],
  ...[
    '64:ff9b::7f00:1',
    '64:ff9b:1::1',
    '100::1',
    '100:0:0:1::1',
    '2001::1',
    '2001:1ff:ffff::1',
    '2001:db8::1',
  ],
  ...['2002:7f00:1::1', '2620:4f:8000::1', '3fff::1', '3fff:fff:ffff::1', '5f00::1', 'fc00::1', 'fdff::1'],
  ...['fe80::1', 'fe80::1%1', 'febf::1', 'fec0::1', 'feff::1', 'ff02::1', '4000::1', 'e000::1'],
  ...['no address', '', '1.2.3', '0x7f.1'],
];
const OUTSIDE = [
  ...[
    '1.0.0.0',
    '9.255.255.255',
    '11.0.0.0',
    '100.63.255.255',
    '100.128.0.0',
    '126.255.255.255',
    '128.0.0.0',
  ],
  ...['169.253.255.255', '172.15.255.255', '172.32.0.0', '192.0.1.0', '192.167.255.255', '192.169.0.0'],
  ...['198.17.255.255', '198.20.0.0', '223.255.255.255', '8.8.8.8'],
  ...['2001:200::1', '2001:4860:4860::8888', '2003::1', '2606:4700::1', '2a00::1', '3ffe:ffff::1'],
];

describe('addresses', () => {
  it.each(INSIDE)('%j leads inside', (address) => expect(isPrivateAddress(address)).toBe(true));
  it.each(OUTSIDE)('%j is out in the world', (address) => expect(isPrivateAddress(address)).toBe(false));
});

/** A name that means these addresses, one answer a time; and a socket that says where it would have gone. */
function network(...answers: readonly (readonly string[])[]) {
  const asked: string[] = [];
  const reached: string[] = [];
  const resolve = ((host: string, _: object, done: (error: null, all: LookupAddress[]) => void) => {
    const all = answers[Math.min(asked.length, answers.length - 1)];
    asked.push(host);
    done(
      null,
      all.map((address) => ({ address, family: address.includes(':') ? 6 : 4 })),
    );
  }) as unknown as NonNullable<Parameters<typeof fetchOnce>[2]>['resolve']; // the form that asks for all
  class Nowhere extends Agent {
    override createConnection(options: TcpNetConnectOpts): Socket {
      // Being connected: what is written waits.
      const socket = Object.assign(new Socket(), { connecting: true });
      options.lookup?.(String(options.host), { all: true }, (error, found) => {
        if (!error) for (const { address } of found as LookupAddress[]) reached.push(address); // asked for all
        // Once somebody listens.
        setImmediate(() => socket.destroy(error ?? new Error('a stand-in opens no line')));
      });
      return socket;
    }
  }
  return { asked, reached, resolve, agent: new Nowhere() };
}
const LIMITS = { timeoutMs: 500, maxBytes: 1000 };

describe('a name', () => {
  it('is looked up once, and what was judged is what is reached', async () => {
    const net = network(['93.184.216.34'], ['127.0.0.1']);
    await fetchOnce({ url: 'http://shop.example/', allowPrivate: false }, LIMITS, net);
    expect([net.asked, net.reached]).toEqual([['shop.example'], ['93.184.216.34']]);
  });
  it.each([[['127.0.0.1']], [['93.184.216.34', '10.0.0.1']], [['::ffff:7f00:1']], [['64:ff9b::a00:1']]])(
    'that means %j is refused before any line is opened, unless that is allowed for the source',
    async (addresses) => {
      const net = network(addresses);
      const wish = { url: 'http://shop.example/', allowPrivate: false };
      expect(await fetchOnce(wish, LIMITS, net)).toMatchObject({
        kind: 'failed',
        error: expect.stringContaining('leads into this machine') as unknown,
      });
      expect(net.reached).toEqual([]);
      await fetchOnce({ ...wish, allowPrivate: true }, LIMITS, net);
      expect(net.reached).toEqual(addresses);
    },
  );
  it.each([
    'http://[::ffff:127.0.0.1]/',
    'http://[fec0::1]/',
    'http://2130706433/',
    'http://0177.0.0.1/',
    'http://[::7f00:1]/',
  ])('written as a number, %s is judged as the address that it is', async (url) => {
    const net = network(['8.8.8.8']);
    expect(await fetchOnce({ url, allowPrivate: false }, LIMITS, net)).toMatchObject({ kind: 'failed' });
    expect([net.asked, net.reached]).toEqual([[], []]);
  });
});
