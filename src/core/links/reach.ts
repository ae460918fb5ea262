/** From where an address can be opened. */

export type Reach = 'everywhere' | 'this-house' | 'this-machine';

/** Hosts that only this machine knows (RFC 6761, 6.3; RFC 1122, 3.2.1.3; RFC 4291, 2.5.3). */
const ownMachine = /^(localhost|127\.\d+\.\d+\.\d+|\[::1\])$|\.localhost$/i;
/** Hosts that only this network knows (RFC 1918, RFC 3927, RFC 4193, RFC 6762, RFC 8375); bare names. */
const ownHouse =
  /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.|169\.254\.|\[(f[cd]|fe80))|\.(local|internal|lan|home\.arpa)$|^[^.[]+$/i;

/** Of a host as WHATWG URL has it, IPv6 in brackets. */
export const reachOf = (host: string): Reach =>
  ownMachine.test(host) ? 'this-machine' : ownHouse.test(host) ? 'this-house' : 'everywhere';
