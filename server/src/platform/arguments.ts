import { parseArgs } from 'node:util';

export interface ServerArguments {
  readonly folder: string;
  readonly port: number;
  readonly host: string;
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
      'demo-pin': { type: 'string' },
    },
  });
  const port = Number(values.port ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`"${values.port ?? ''}" is not a port: use a number from 1 to 65535.`);
  return {
    folder: values.data ?? defaultFolder,
    port,
    host: values.host ?? '127.0.0.1',
    demoPin: values['demo-pin'],
  };
}
