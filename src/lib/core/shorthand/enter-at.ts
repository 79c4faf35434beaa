import type { SetupDocument } from '../document/schema.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { displayUnit, type QuantityName, type UnitChoice } from '../units/quantity.ts';
import { enterFigure, inUnit, type Entry, type Way } from '../units/read-figure.ts';
import { show } from '../units/show.ts';

/** Fields that count cells in series. */
const CELLS = /(^|\.)(series|maxSeries|minSeries)$/;
/** Most cells of a lithium pack that are common; more is asked about, a NiMH pack aside. Common practice, no source. */
const MOST_CELLS = 14;
/** Pitch over diameter beyond which a propeller is none that is made. Common practice, no source. */
const MOST_PITCH = 2;
/** Pitch over diameter of what may be meant instead. */
const USUAL_PITCH = [0.2, 1.6] as const;

const cellWays = (volts: number, nominalV: number): Way[] =>
  [...new Set([Math.round(volts / nominalV), Math.floor(volts / nominalV)])]
    .filter((n) => n >= 1)
    .slice(0, 2)
    .map((value) => ({ value, words: value === 1 ? '1 cell' : `${value} cells` }));

/** Cells as they are typed: "6", "6S", and volts that were typed in their place, "48 V" or "48". */
function enterCells(
  text: string,
  chemistry: SetupDocument['battery']['chemistry'],
  choice: UnitChoice
): Entry {
  const nominalV = CHEMISTRIES[chemistry].nominalV;
  const volts = /^(\d+(?:[.,]\d+)?)\s*v$/i.exec(text.trim());
  if (volts) {
    const v = Number(volts[1].replace(',', '.'));
    const ways = cellWays(v, nominalV);
    return ways.length === 0
      ? { is: 'none', sentence: `${text.trim()} is less than one cell.` }
      : {
          is: 'ask',
          question: `${show(v)} V is ${ways[0].words} of ${show(nominalV, 2)} V: is that meant?`,
          ways
        };
  }
  const entry = enterFigure(text.trim().replace(/\s*s(\d+p)?$/i, ''), 'count', choice);
  if (entry.is !== 'figure' || chemistry === 'nimh' || entry.value <= MOST_CELLS) return entry;
  const ways = cellWays(entry.value, nominalV);
  return {
    is: 'ask',
    question: `${entry.value} cells in series? ${entry.value} V would be ${ways[0].words}.`,
    // half a cell is none
    ways: [
      ...ways.slice(0, 1),
      ...(Number.isInteger(entry.value) ? [{ value: entry.value, words: `${entry.value} cells` }] : [])
    ]
  };
}

/** A pitch that no propeller of this diameter has: a point that was left out, or millimetres. */
function askedPitch(pitchM: number, diameterM: number, choice: UnitChoice): Entry {
  const unit = displayUnit('propLength', choice);
  const meant = [0.1, 0.001 / 0.0254, 0.01]
    .map((by) => pitchM * by)
    .find((m) => m / diameterM >= USUAL_PITCH[0] && m / diameterM <= USUAL_PITCH[1]);
  const own = { value: pitchM, words: inUnit(pitchM, unit) };
  const other =
    meant === undefined
      ? []
      : [{ value: Number(meant.toPrecision(6)), words: inUnit(Number(meant.toPrecision(6)), unit) }];
  return {
    is: 'ask',
    question: `A pitch of ${own.words} on ${inUnit(diameterM, unit)} of diameter?${other.length > 0 ? ` Did you mean ${other[0].words}?` : ''}`,
    ways: [...other, own]
  };
}

/**
 * A figure typed into a field of a document: as `enterFigure` reads it, and asked about where it can hardly be meant of this
 * field: cells that are volts, a pitch beyond twice the diameter.
 * @param setup what the figure goes into; null where there is none yet
 */
export function enterAt(
  text: string,
  path: string,
  quantity: QuantityName,
  choice: UnitChoice = {},
  setup: SetupDocument | null = null
): Entry {
  if (CELLS.test(path)) return enterCells(text, setup?.battery.chemistry ?? 'lipo', choice);
  const entry = enterFigure(text, quantity, choice);
  const diameterM = setup?.propulsor.kind === 'propeller' ? setup.propulsor.diameterM : null;
  if (path === 'propulsor.pitchM' && diameterM !== null && entry.is !== 'empty' && entry.is !== 'none') {
    const value = entry.is === 'figure' ? entry.value : entry.ways[entry.ways.length - 1].value;
    if (value > MOST_PITCH * diameterM) return askedPitch(value, diameterM, choice);
  }
  return entry;
}
