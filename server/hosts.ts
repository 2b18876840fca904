import { isIP } from 'node:net';
import { hostname } from 'node:os';

const WILDCARDS: readonly string[] = ['0.0.0.0', '::'];
const LOOPBACK: readonly string[] = ['127.0.0.1', '::1', 'localhost'];

/** A host as it stands in an address: IPv6 between brackets. */
export const inAddress = (host: string): string => (isIP(host) === 6 ? `[${host}]` : host);

/** Host and port of a Host header; null where it is none. */
function split(header: string): { readonly name: string; readonly port: number } | null {
  const match = /^(?:\[([^\]]+)\]|([^:]+))(?::(\d+))?$/.exec(header);
  const name = match?.[1] ?? match?.[2];
  return name === undefined ? null : { name: name.toLowerCase(), port: Number(match?.[3] ?? 80) };
}

/**
 * Is this the address that is served? Another name that was made to point here would give its page the rigs that are
 * kept under it. Listening everywhere, any number and the machine's own name will do.
 * @param header of the request @param host and port that are listened on
 */
export function isServed(header: string | undefined, host: string, port: number): boolean {
  const asked = header === undefined ? null : split(header);
  if (asked?.port !== port) return false;
  const { name } = asked;
  if (LOOPBACK.includes(name) && (LOOPBACK.includes(host) || WILDCARDS.includes(host))) return true;
  if (WILDCARDS.includes(host)) return isIP(name) !== 0 || name === hostname().toLowerCase();
  return name === host.toLowerCase();
}
