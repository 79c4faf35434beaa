import type { Battery, SetupDocument } from '$lib/core/setup/schema';
import { asUsed } from '$lib/core/shelf/measured';
import { matchPicture } from '$lib/core/train/match-picture';
import { listCrafts } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { listParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs';
import { getSettings } from '$lib/server/settings';
import { listSetups } from '$lib/server/setups';
import { glance } from '$lib/core/brief/glance';
import type { PageServerLoad } from './$types';

const FULL = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

export const load: PageServerLoad = () => {
  const db = store();
  const { schools } = getSettings(db);
  const packs = listParts(db, 'battery')
    .filter((p) => p.owned)
    .map((p) => asUsed(p) as unknown as Battery);
  const draw = (document: SetupDocument) => matchPicture(document, FULL, schools, 'quick');
  return {
    crafts: listCrafts(db).map((craft) => {
      const setups = listSetups(db, craft.id);
      const used = setups.find((s) => s.inUse) ?? setups[0];
      const drawn = used ? draw(used.document) : null;
      const runs = listRuns(db, craft.id);
      const run = runs[0];
      const others = setups.flatMap((s) => {
        const side = s === used ? null : draw(s.document);
        return side?.ok
          ? [
              {
                name: s.document.name ?? 'another setup',
                over: side.picture.answer.checks.filter((c) => c.finding === 'over').length,
                tested: runs.some((r) => r.setupId === s.id)
              }
            ]
          : [];
      });
      return {
        ...craft,
        setupId: used?.id ?? null,
        setupName: used?.document.name ?? null,
        massKg: used?.document.craft.massKg ?? null,
        setups: setups.length,
        glance: drawn?.ok ? glance(drawn.picture.document, drawn.picture.answer, { others, packs }) : null,
        lastRun: run ? { title: run.title, heldAt: run.heldAt, verdict: run.verdict } : null
      };
    })
  };
};
