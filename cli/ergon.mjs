#!/usr/bin/env node
// The workspace runs its TypeScript as it stands: no build step stands between a clone and `npx ergon`.
import { register } from 'tsx/esm/api';

register();
const { main } = await import('./src/main.ts');
process.exitCode = await main(process.argv.slice(2), process);
