import { rmSync } from 'node:fs';

export default async function stopDatabase(): Promise<void> {
  const { server, folder } = globalThis.testMariadb!;
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
}
