// The demo shop with reload: Vite serves the interface and hands /api to the server, which restarts on a change.
import { spawn } from 'node:child_process';

const children = [
  spawn('npx', ['tsx', 'watch', '--clear-screen=false', 'server/main.ts', '--demo', '--port', '4600'], {
    stdio: 'inherit',
  }),
  spawn('npx', ['vite', '--clearScreen', 'false'], { stdio: 'inherit' }),
];

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    for (const child of children) child.kill(signal);
  });
}
for (const child of children) {
  child.on('exit', () => {
    for (const other of children) other.kill();
  });
}
