/** `npm run data -- passphrase`: sets the passphrase of a data folder, read from the terminal without showing it; --remove takes it away. */
import { mkdirSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';
import { dropPassphrase, setPassphrase, weakness } from '../auth/passphrase.ts';

const folder = process.env.ISKARN_DATA ?? 'data';
const leave = (text: string): never => {
  console.error(`iskarn: ${text}`);
  process.exit(1);
};

/** Where the echo of what is typed goes. */
const unseen = new Writable({ write: (_chunk, _encoding, done) => done() });

/** One line; of a terminal, without an echo. */
async function line(prompt: string): Promise<string> {
  const shown = process.stdin.isTTY === true;
  const reader = createInterface({
    input: process.stdin,
    output: shown ? unseen : undefined,
    terminal: shown
  });
  if (shown) process.stdout.write(prompt);
  for await (const text of reader) {
    reader.close();
    if (shown) process.stdout.write('\n');
    return text;
  }
  return '';
}

async function run(): Promise<void> {
  if (process.argv.includes('--remove')) {
    dropPassphrase(folder);
    console.log(`iskarn: there is no passphrase for ${folder} any more; it is served on this machine alone.`);
    return;
  }
  const passphrase = await line('passphrase (12 characters or more): ');
  const why = weakness(passphrase);
  if (why !== null) leave(why);
  if (process.stdin.isTTY && (await line('again: ')) !== passphrase)
    leave('The two are not the same; nothing was set.');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  await setPassphrase(folder, passphrase);
  console.log(`iskarn: the passphrase for ${folder} is set. Everybody logs in with it from now on.`);
}

await run().catch((error: Error) => leave(error.message));
