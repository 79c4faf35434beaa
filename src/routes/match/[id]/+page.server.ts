import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/page-cache';
import { besideOf, countSetups, listSetupRows, MOST_LISTED, soon } from '$lib/server/lists';
import { withMends } from '$lib/core/match/mends';
import { idOf } from '$lib/server/outcome';
import { knownParts } from '$lib/server/knowledge';
import { listRuns } from '$lib/server/runs/runs';
import { summaries } from '$lib/server/summaries';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

/** Most setups compared side by side. */
const MOST_COMPARED = 4;
/** How long the page waits for the amps of the other setups, ms. */
const PATIENCE_MS = 60;
/** How long it waits for what puts the setup right: it is there at once where the setup was opened before, ms. */
const MENDS_PATIENCE_MS = 15;

/** Whether somebody looks at the page now: a browser that fetches it beforehand, to have it at the pond, is not to fill the queue. */
const isLookedAt = (request: Request, isDataRequest: boolean): boolean =>
  isDataRequest || ['navigate', null].includes(request.headers.get('sec-fetch-mode'));

export const load: PageServerLoad = async ({ params, url, request, isDataRequest }) => {
  const { db, stored, craft, settings } = setupRoom(params.id);
  const { craftId, document } = stored;
  const { schools } = settings;
  const total = countSetups(db, craftId);
  const skip = idOf(url.searchParams.get('older') ?? undefined);
  const rows = listSetupRows(db, craftId, stored.id, MOST_LISTED, Math.max(skip, 0));
  const pinned = rows.filter((row) => row.pinned).slice(0, MOST_COMPARED);
  const working = summaries
    .all(rows, besideOf(db))
    .then((list) => list.map((s, at): [number, number | null] => [rows[at].id, s?.amps ?? null]));
  const [page, amps] = await Promise.all([
    computePage(
      'matchPage',
      document,
      pinned.map((row) => row.document()),
      schools
    ),
    soon(working, PATIENCE_MS)
  ]);
  if (!page.drawn.ok)
    error(422, `This setup cannot be worked out: ${page.drawn.errors.map((e) => e.message).join(' ')}`);
  // begun when the page itself is ready, which nothing is to hold up; a page that does not get it works it out itself
  const mends = isLookedAt(request, isDataRequest)
    ? await soon(
        computePage('matchMends', document, schools).catch(() => null),
        MENDS_PATIENCE_MS
      )
    : { now: null, later: null };
  const { picture } = page.drawn;
  const compared = page.shown.map((at) => pinned[at]);
  return {
    stored,
    craft,
    setups: rows.map(({ id, name, inUse, pinned: compares }) => ({ id, name, inUse, pinned: compares })),
    older: total > Math.max(skip, 0) + rows.length ? Math.max(skip, 0) + rows.length : null,
    amps: amps.now,
    // what takes longer is sent after the page
    laterAmps: amps.later,
    compared: {
      ids: compared.map((row) => row.id),
      names: compared.map((row) => row.name),
      ...page.comparison
    },
    parts: knownParts(db),
    runs: listRuns(db, { setupId: stored.id }),
    schools,
    picture: mends.now ? withMends(picture, mends.now) : picture,
    laterMends: mends.later
  };
};
