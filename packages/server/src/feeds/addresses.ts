import { lookup as systemLookup, type LookupAddress } from 'node:dns';
import { BlockList, isIP, type LookupFunction } from 'node:net';

/**
 * Addresses that are not out in the world: the IANA registries of special-purpose addresses (RFC 6890 and its updates) and
 * of multicast (RFC 5771), as remembered.
 */
const SPECIAL_4 = [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.31.196.0', 24],
  ['192.52.193.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['192.175.48.0', 24],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const;
/** Within the addresses that are handed out at all; everything outside them is refused as it stands. */
const SPECIAL_6 = [
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['2620:4f:8000::', 48],
  ['3fff::', 20],
] as const;
/** Global unicast (RFC 4291, 2.4): mapped, translated, local and future forms all lie outside. */
const HANDED_OUT_6 = ['2000::', 3] as const;

const blockList = (subnets: readonly (readonly [string, number])[], family: 'ipv4' | 'ipv6') => {
  const list = new BlockList();
  for (const [net, bits] of subnets) list.addSubnet(net, bits, family);
  return list;
};
const special4 = blockList(SPECIAL_4, 'ipv4');
const special6 = blockList(SPECIAL_6, 'ipv6');
const handedOut6 = blockList([HANDED_OUT_6], 'ipv6');

/** Whether an IP address lies in this machine, in a network of its own, or in a range kept for something special. */
export function isPrivateAddress(address: string): boolean {
  const [bare] = address.split('%', 1);
  switch (isIP(bare)) {
    case 4:
      return special4.check(bare, 'ipv4');
    case 6:
      return !handedOut6.check(bare, 'ipv6') || special6.check(bare, 'ipv6');
    default:
      return true; // no address at all
  }
}

/** An address that leads inside, and is not to be reached. */
export class Refused extends Error {}

/** Looks a name up and refuses it when it leads inside; the very address that was judged is the one that is used. */
export const guardedLookup =
  (allowPrivate: boolean, resolve: typeof systemLookup = systemLookup): LookupFunction =>
  (host, options, done) => {
    resolve(host, { ...options, all: true }, (error, found) => {
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
