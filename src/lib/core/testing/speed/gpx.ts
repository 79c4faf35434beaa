import { geoDistance } from 'd3-geo';
import { SaxesParser } from 'saxes';
import { timeOf } from '../files/time-of.ts';

/** A moment of a track: seconds from its first point, speed over ground, and the way it went, degrees from north. */
export interface TrackMoment {
  readonly seconds: number;
  readonly speedMs: number;
  readonly headingDeg: number;
}

/** A track as it was read. */
interface Track {
  readonly moments: readonly TrackMoment[];
  /** When it began, s since 1970. */
  readonly startS: number;
}
type TrackRead =
  { readonly ok: true; readonly track: Track } | { readonly ok: false; readonly message: string };

/** Mean radius of the earth, m (IUGG 1980, R1): along a track of some hundred metres no other figure matters. */
const EARTH_M = 6_371_008.8;
/** Points of a track, at most. */
const MOST_POINTS = 500_000;
/** A speed told by positions is taken over at least so long, s: two positions a second apart are off by metres. */
const BASE_S = 2;
/** Faster than this nothing of the kind goes, m/s: the receiver lost its place. */
const FASTEST_MS = 150;

interface Point {
  readonly lon: number;
  readonly lat: number;
  readonly at: number;
  readonly speedMs: number | null;
}

const RAD = Math.PI / 180;
/** Way from one point to another, degrees from north; flat, as the way is short. */
const headingOf = (a: Point, b: Point): number =>
  (Math.atan2((b.lon - a.lon) * Math.cos(((a.lat + b.lat) / 2) * RAD), b.lat - a.lat) / RAD + 360) % 360;

/**
 * Reads a GPX track (GPX 1.0 and 1.1, topografix.com/GPX/1/1; `speed` of GPX 1.0 or of the track point extension, m/s).
 * Where no speed is written it is told by positions over two seconds: great-circle distance over time.
 */
export function readGpx(text: string): TrackRead {
  const points: Point[] = [];
  const parser = new SaxesParser({ xmlns: false });
  let open: { lon: number; lat: number; time: string; speed: string } | null = null;
  let words = '';
  let fault = '';
  let root = '';
  parser.on('opentag', ({ name, attributes }) => {
    const tag = name.replace(/^.*:/, '');
    root ||= tag;
    words = '';
    if (tag === 'trkpt')
      open = { lon: Number(attributes.lon), lat: Number(attributes.lat), time: '', speed: '' };
  });
  parser.on('text', (t) => void (words += t));
  parser.on('closetag', ({ name }) => {
    const tag = name.replace(/^.*:/, '');
    if (!open) return;
    if (tag === 'time') open.time = words.trim();
    if (tag === 'speed') open.speed = words.trim();
    if (tag !== 'trkpt') return;
    const time = timeOf(open.time);
    const isPlace = Math.abs(open.lat) <= 90 && Math.abs(open.lon) <= 180;
    if (time?.dated && isPlace && points.length < MOST_POINTS) {
      const speed = open.speed === '' ? NaN : Number(open.speed);
      points.push({
        lon: open.lon,
        lat: open.lat,
        at: time.seconds,
        speedMs: Number.isFinite(speed) ? speed : null
      });
    }
    open = null;
  });
  parser.on('error', (e) => {
    fault ||= e.message.replace(/\.$/, '');
  });
  try {
    parser.write(text).close();
  } catch (error) {
    fault ||= (error as Error).message;
  }
  if (root !== 'gpx')
    return { ok: false, message: 'This is no GPX track; export the track from its recorder as GPX.' };
  if (fault) return { ok: false, message: `The track is damaged (${fault.slice(0, 120)}).` };
  const inTime = points.filter((p, k) => k === 0 || p.at > points[k - 1].at);
  if (inTime.length < 3)
    return {
      ok: false,
      message: 'The track has fewer than three points with a time; speeds cannot be told from it.'
    };
  return { ok: true, track: { moments: momentsOf(inTime), startS: inTime[0].at } };
}

function momentsOf(points: readonly Point[]): TrackMoment[] {
  const out: TrackMoment[] = [];
  let back = 0;
  for (let k = 1; k < points.length; k++) {
    while (back + 1 < k && points[k].at - points[back + 1].at >= BASE_S) back++;
    const [a, b] = [points[back], points[k]];
    const metres = EARTH_M * geoDistance([a.lon, a.lat], [b.lon, b.lat]);
    const speedMs = b.speedMs ?? metres / (b.at - a.at);
    if (speedMs <= FASTEST_MS)
      out.push({ seconds: b.at - points[0].at, speedMs, headingDeg: headingOf(a, b) });
  }
  return out;
}
