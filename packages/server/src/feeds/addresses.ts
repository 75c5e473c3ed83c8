import { lookup as systemLookup, type LookupAddress } from 'node:dns';
import { BlockList, isIP, type LookupFunction } from 'node:net';

/** Addresses that are not out in the world: RFC 1918, 6598, 3927, 4193, 4291 and the IANA registries of special-purpose addresses. */
const PRIVATE = new BlockList();
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const)
  PRIVATE.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ['::', 128],
  ['::1', 128],
  ['64:ff9b::', 96],
  ['64:ff9b:1::', 48],
  ['100::', 64],
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  PRIVATE.addSubnet(net, bits, 'ipv6');

/** Whether an IP address lies in this machine or in a network of its own. IPv4 written as IPv6 counts as IPv4. */
export function isPrivateAddress(address: string): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1];
  if (mapped) return PRIVATE.check(mapped, 'ipv4');
  if (/^::ffff:/i.test(address)) return true;
  return PRIVATE.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');
}

/** An address that leads inside, and is not to be reached. */
export class Refused extends Error {}

/** Looks a name up and refuses it when it leads inside; the very address that was judged is the one that is used. */
export const guardedLookup =
  (allowPrivate: boolean): LookupFunction =>
  (host, options, done) => {
    systemLookup(host, { ...options, all: true }, (error, found) => {
      const addresses = found as LookupAddress[] | undefined; // asked for all
      if (error || !addresses || addresses.length === 0) {
        done(error ?? new Error('no address'), '', 0);
        return;
      }
      if (!allowPrivate && addresses.some(({ address }) => isPrivateAddress(address))) {
        done(new Refused(), '', 0);
        return;
      }
      if (options.all)
        (done as unknown as (error: null, all: LookupAddress[]) => void)(null, addresses); // the form that asks for all
      else done(null, addresses[0].address, addresses[0].family);
    });
  };
