// For working on it: the server from its sources, and the application rebuilt as it changes (http://localhost:4200).
import { join } from 'node:path';
import { bin, checkNode, ensureInstalled, root, spawn } from './lib.mjs';

checkNode();
ensureInstalled();
const children = [
  spawn(bin('tsx'), ['watch', 'src/main.ts', '--data', join(root, 'data', 'dev')], {
    cwd: join(root, 'server'),
    stdio: 'inherit',
  }),
  spawn(bin('ng'), ['serve', '--proxy-config', 'proxy.conf.json'], {
    cwd: join(root, 'web'),
    stdio: 'inherit',
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  }),
];
const stop = () => children.forEach((child) => child.kill('SIGTERM'));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
children.forEach((child) => child.on('exit', stop));
