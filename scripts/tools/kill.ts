import { seededRandom } from '../../src/lib/core/numeric/random.ts';
import { launchServer } from '../../tests/helpers/server.ts';

/** What came of ending a server by force many times while it wrote. */
export interface KillReport {
  kills: number;
  /** Edits that were acknowledged. */
  acknowledged: number;
  /** Edits on the way when the server was ended; each may stand or not. */
  unanswered: number;
  lost: string[];
}

interface Stored {
  id: number;
  revision: number;
  document: { name?: string };
}

const WRITERS = 4;

/**
 * Ends a server by SIGKILL at a random moment while several writers edit their own setups, starts it again on the same
 * data, and compares: what was acknowledged must stand, or the one edit that was on the way.
 */
export async function killWhileWriting(data: string, kills: number, seed: number): Promise<KillReport> {
  const random = seededRandom(seed);
  const report: KillReport = { kills: 0, acknowledged: 0, unanswered: 0, lost: [] };
  const last = new Map<number, string>();
  const onTheWay = new Map<number, string>();
  for (let round = 0; round <= kills; round++) {
    const server = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
    const status = await server.up();
    if (status !== 200) throw new Error(`after ${round} kills health answers ${status}: ${server.output()}`);
    const read = async (id: number): Promise<Stored> =>
      (await (await fetch(`${server.address}/api/v1/setups/${id}`)).json()) as Stored;
    for (const [id, name] of last) {
      const now = (await read(id)).document.name ?? '';
      if (now !== name && now !== onTheWay.get(id))
        report.lost.push(`kill ${round}: setup ${id} is “${now}”, acknowledged was “${name}”`);
      last.set(id, now);
    }
    onTheWay.clear();
    if (round === kills) {
      server.child.kill('SIGKILL');
      await server.gone;
      break;
    }
    let killed = false;
    const write = async (id: number): Promise<void> => {
      let { revision, document } = await read(id);
      for (let k = 0; !killed; k++) {
        const name = `round ${round}, edit ${k}`;
        onTheWay.set(id, name);
        const answer = await fetch(`${server.address}/api/v1/setups/${id}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ document: { ...document, name }, label: name, revision })
        });
        const stored = (await answer.json()) as Stored;
        if (answer.status !== 200) throw new Error(`an edit was answered ${answer.status}`);
        ({ revision, document } = stored);
        last.set(id, name);
        onTheWay.delete(id);
        report.acknowledged++;
      }
    };
    const writers = Array.from({ length: WRITERS }, (_, k) =>
      write(k + 1).catch((error: Error) => {
        if (!killed) throw error;
      })
    );
    // counted in edits, not in time: a busy machine writes as many
    const enough = report.acknowledged + 5 + Math.floor(60 * random());
    while (report.acknowledged < enough && server.child.exitCode === null)
      await new Promise((resolve) => setTimeout(resolve, 1 + 9 * random()));
    killed = true;
    server.child.kill('SIGKILL');
    await server.gone;
    await Promise.all(writers);
    report.unanswered += onTheWay.size;
    report.kills++;
  }
  return report;
}
