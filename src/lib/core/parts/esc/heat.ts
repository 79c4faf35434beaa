import { estimateEscMassKg } from './estimate-mass.ts';

/**
 * What an ESC drops at its continuous rating, V: its switches and copper when they are warm, and what commutation and dead
 * times cost. From memory of thermal pictures and of what a rating has to mean; chopping comes on top at part throttle.
 */
const CONDUCTION_V = 0.15;
const COMMUTATION_V = 0.05;
/** How far above the air that moves over it an ESC is that carries its rating for as long as it likes, K. Common practice, no source. */
const RISE_AT_RATING_K = 55;

/** Where an ESC sits: what of the air it gets. */
export type EscPlace = 'arm' | 'stack' | 'fuselage' | 'hull' | 'water';

/** Rise above the air against that in a free stream, and in words. From memory, ±25 %. */
export const ESC_PLACES: Readonly<Record<EscPlace, { readonly rise: number; readonly words: string }>> = {
  arm: { rise: 0.9, words: 'on an arm below its propeller' },
  stack: { rise: 1, words: 'as a board between the arms' },
  fuselage: { rise: 1.15, words: 'in a fuselage with air through it' },
  hull: { rise: 1.8, words: 'in a closed hull' },
  water: { rise: 0.6, words: 'water-cooled' }
};

/** Share of the rise that the switches have over their board, and how fast it comes, s: they are hot within half a minute. (m) */
const SWITCH_SHARE = 0.55;
const SWITCH_S = 12;
/** Specific heat of boards, switches and leads, J/(kg K). (m) */
const SPECIFIC_HEAT = 750;

/** Heat of one ESC, W, that carries a motor's current: by its rating, which says what it was built for. Without chopping. */
export const conductionW = (motorA: number, ratedA: number): number =>
  motorA * (CONDUCTION_V * (Math.abs(motorA) / ratedA) + COMMUTATION_V) * Math.sign(motorA);

/** An ESC as two rises above the air: its board, and its switches over that. */
export class EscWarmth {
  readonly #kelvinPerW: number;
  readonly #boardS: number;
  #board = 0;
  #switches = 0;

  /** @param massKg mass of one ESC, null where none is given; @param channels motors that its board drives */
  constructor(ratedA: number, place: EscPlace, massKg: number | null, channels: number) {
    this.#kelvinPerW =
      (RISE_AT_RATING_K * ESC_PLACES[place].rise) / ((CONDUCTION_V + COMMUTATION_V) * ratedA);
    const each = (massKg ?? estimateEscMassKg(ratedA, channels)) / channels;
    this.#boardS = each * SPECIFIC_HEAT * this.#kelvinPerW;
  }

  /** How far above the air the switches are after some seconds of a heat that stays, K. */
  after(heatW: number, seconds: number): number {
    const steady = heatW * this.#kelvinPerW;
    const nears = (now: number, end: number, timeS: number): number =>
      end + (now - end) * Math.exp(-seconds / timeS);
    this.#board = nears(this.#board, (1 - SWITCH_SHARE) * steady, this.#boardS);
    this.#switches = nears(this.#switches, SWITCH_SHARE * steady, SWITCH_S);
    return this.#board + this.#switches;
  }

  /** How far above the air they come in the end, K. */
  steady(heatW: number): number {
    return heatW * this.#kelvinPerW;
  }
}
