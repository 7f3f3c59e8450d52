// Jest with the flag that the embedded database needs, so that nobody has to remember it, and with patience for a busy machine.
import { spawnSync } from 'node:child_process';

const { status } = spawnSync('npx', ['jest', '--testTimeout=60000', ...process.argv.slice(2)], {
  stdio: 'inherit',
  env: { ...process.env, NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --experimental-vm-modules --no-warnings`.trim() },
});
process.exit(status ?? 1);
