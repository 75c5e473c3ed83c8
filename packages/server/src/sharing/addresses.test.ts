import type { NetworkInterfaceInfo } from 'node:os';
import { expect, test } from 'vitest';
import { homeAddresses, hostOf } from './addresses.ts';

const at = (address: string, internal = false): NetworkInterfaceInfo => {
  const rest = { address, netmask: '', mac: '', internal, cidr: null };
  return address.includes(':') ? { ...rest, family: 'IPv6', scopeid: 0 } : { ...rest, family: 'IPv4' };
};

// The ranges of RFC 1918 and RFC 4193; the neighbours of each lie outside.
test('only addresses that no one outside the home can reach are listened at', () => {
  const home = ['10.0.0.1', '10.255.255.254', '172.16.0.1', '172.31.255.254', '192.168.1.5', 'fd12:3456::1'];
  const world = ['9.255.255.255', '11.0.0.1', '172.15.255.254', '172.32.0.1', '192.167.1.1', '203.0.113.7'];
  const other = ['169.254.3.4', 'fe80::1', '2001:db8::1', '2600::5', '100.64.0.9'];
  expect(homeAddresses({ any: [...home, ...world, ...other].map((each) => at(each)) })).toEqual(home);
  expect(homeAddresses({ any: ['fd12::1', '10.0.0.1'].map((each) => at(each)) })).toEqual([
    '10.0.0.1',
    'fd12::1',
  ]);
  expect(homeAddresses({ lo: [at('127.0.0.1', true), at('10.0.0.1', true)] })).toEqual([]);
});

test('a host is written as a Host field has it', () => {
  expect(hostOf('192.168.1.5', 4642)).toBe('192.168.1.5:4642');
  expect(hostOf('fd12::1', 4642)).toBe('[fd12::1]:4642');
});
