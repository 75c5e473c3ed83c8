import { BlockList, isIPv6 } from 'node:net';
import { networkInterfaces } from 'node:os';

/** Networks of a home (RFC 1918; RFC 4193): only devices within them reach an address of theirs. */
const home = new BlockList();
home.addSubnet('10.0.0.0', 8, 'ipv4');
home.addSubnet('172.16.0.0', 12, 'ipv4');
home.addSubnet('192.168.0.0', 16, 'ipv4');
home.addSubnet('fc00::', 7, 'ipv6');

/** Addresses that this machine has in home networks now, those first that are easier to type. An address that the whole world can reach is none of them. */
export const homeAddresses = (interfaces = networkInterfaces()): readonly string[] =>
  Object.values(interfaces)
    .flatMap((each) => each ?? [])
    .filter(
      ({ internal, address, family }) =>
        !internal && home.check(address, family === 'IPv6' ? 'ipv6' : 'ipv4'),
    )
    .map(({ address }) => address)
    .sort((a, b) => Number(isIPv6(a)) - Number(isIPv6(b)));

/** How a host is written in an address and in a Host field (RFC 3986, 3.2.2). */
export const hostOf = (address: string, port: number): string =>
  `${isIPv6(address) ? `[${address}]` : address}:${port}`;
