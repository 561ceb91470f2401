import { isIP } from 'node:net';
import { parseArgs } from 'node:util';

export interface ServerArguments {
  readonly folder: string;
  readonly port: number;
  readonly host: string;
  /** What the server is called on the shop's network. */
  readonly names: readonly string[];
  /** Where backups are put while the server runs, and how often. */
  readonly backups: { readonly to: string; readonly everyHours: number } | undefined;
  /** The server's own certificate and its key, as files in PEM: then it speaks HTTPS. */
  readonly certificate: { readonly cert: string; readonly key: string } | undefined;
  /** The address of the proxy that speaks HTTPS for this server. */
  readonly behind: string | undefined;
  readonly demoPin: string | undefined;
}
export const DEFAULT_PORT = 4310;

/** What the server is started with. @throws where a port is no port, or an option is not known */
export function readArguments(argv: readonly string[], defaultFolder: string): ServerArguments {
  const { values } = parseArgs({
    args: [...argv],
    options: {
      data: { type: 'string' },
      port: { type: 'string' },
      host: { type: 'string' },
      name: { type: 'string', multiple: true },
      'backup-to': { type: 'string' },
      cert: { type: 'string' },
      'cert-key': { type: 'string' },
      behind: { type: 'string' },
      'backup-every': { type: 'string' },
      'demo-pin': { type: 'string' },
    },
  });
  const port = Number(values.port ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`"${values.port ?? ''}" is not a port: use a number from 1 to 65535.`);
  const everyHours = Number(values['backup-every'] ?? 24);
  if (!(everyHours > 0 && everyHours <= 24 * 31))
    throw new Error(
      `"${values['backup-every'] ?? ''}" is no number of hours between backups: use 24 for once a day.`,
    );
  const to = values['backup-to'];
  if (to === undefined && values['backup-every'] !== undefined)
    throw new Error('--backup-every needs --backup-to FOLDER: say where the backups go.');
  const { cert, 'cert-key': key, behind } = values;
  if ((cert === undefined) !== (key === undefined))
    throw new Error('--cert and --cert-key belong together: name the certificate and its key.');
  if (behind !== undefined && isIP(behind) === 0)
    throw new Error(
      `"${behind}" is no address: --behind takes the one from which the proxy asks, such as 127.0.0.1.`,
    );
  return {
    certificate: cert === undefined || key === undefined ? undefined : { cert, key },
    behind,
    backups: to === undefined ? undefined : { to, everyHours },
    folder: values.data ?? defaultFolder,
    port,
    host: values.host ?? '127.0.0.1',
    names: values.name ?? [],
    demoPin: values['demo-pin'],
  };
}
