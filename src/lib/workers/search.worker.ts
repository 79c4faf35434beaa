import { adviceOf, type Advice, type SearchJob } from '../core/search/answer-search.ts';
import type { FoundColumns } from '../core/search/found.ts';
import type { Miss } from '../core/search/misses.ts';
import { SearchResult } from '../core/search/search-result.ts';
import { SearchRun, type Progress, type SearchOutcome, type SearchShare } from '../core/search/search-run.ts';
import { spaceOf } from '../core/search/space.ts';

/** What the page asks of the worker. */
export type SearchAsk =
  | { readonly do: 'search'; readonly job: SearchJob; readonly share: SearchShare }
  | { readonly do: 'advise'; readonly job: SearchJob; readonly outcomes: readonly SearchOutcome[] };

/** What it tells: how far it is, with what was found since it last told; the nearest misses at the end; advice. */
export type SearchTold =
  | {
      readonly tell: 'found';
      readonly progress: Progress;
      readonly found: FoundColumns;
      readonly rejected: Float64Array;
      readonly alone: Float64Array;
      /** At the end only. */
      readonly nearest: readonly Miss[] | null;
    }
  | { readonly tell: 'advice'; readonly advice: Advice };

/** Work between two looks at the clock, in sieved combinations, and time between two tellings, ms. */
const WORK = 3000;
const BETWEEN_MS = 60;

const send = (told: SearchTold): void => postMessage(told);

function search(job: SearchJob, share: SearchShare): void {
  const run = new SearchRun(spaceOf(job.brief, job.parts, job.limits), job.limits, share, job.measure);
  let sent = 0;
  const go = (): void => {
    const until = performance.now() + BETWEEN_MS;
    let more = true;
    while (more && performance.now() < until) more = run.advance(WORK);
    const found = run.found.since(sent);
    sent += found.length;
    send({
      tell: 'found',
      progress: run.progress,
      found,
      rejected: run.rejected.slice(),
      alone: run.alone.slice(),
      nearest: more ? null : run.misses.nearest
    });
    if (more) setTimeout(go, 0);
  };
  go();
}

onmessage = ({ data }: MessageEvent<SearchAsk>): void => {
  if (data.do === 'search') search(data.job, data.share);
  else send({ tell: 'advice', advice: adviceOf(data.job, new SearchResult(data.outcomes)) });
};
