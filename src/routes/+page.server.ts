import type { Battery } from '$lib/core/document/schema';
import { asUsed } from '$lib/core/shelf/measured';
import { compute } from '$lib/server/compute/pool';
import { listCrafts } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { listParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs';
import { getSettings } from '$lib/server/settings';
import { listSetups } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
  const db = store();
  const { schools } = getSettings(db);
  const packs = listParts(db, 'battery')
    .filter((p) => p.owned)
    .map((p) => asUsed(p) as unknown as Battery);
  const crafts = listCrafts(db).map((craft) => {
    const setups = listSetups(db, craft.id);
    const used = setups.find((s) => s.inUse) ?? setups[0];
    return { craft, setups, used, runs: listRuns(db, craft.id) };
  });
  const flown = crafts.filter((c) => c.used !== undefined);
  const seen = await compute(
    'glances',
    flown.map(({ used, setups, runs }) => ({
      document: used.document,
      others: setups
        .filter((s) => s !== used)
        .map((s) => ({ document: s.document, tested: runs.some((r) => r.setupId === s.id) }))
    })),
    packs,
    schools
  );
  return {
    crafts: crafts.map((c) => {
      const { craft, setups, used } = c;
      const run = c.runs[0];
      return {
        ...craft,
        setupId: used?.id ?? null,
        setupName: used?.document.name ?? null,
        massKg: used?.document.craft.massKg ?? null,
        setups: setups.length,
        glance: used ? (seen[flown.indexOf(c)] ?? null) : null,
        lastRun: run ? { title: run.title, heldAt: run.heldAt, verdict: run.verdict } : null
      };
    })
  };
};
