import type { PartName } from '../../core/registry/parts.ts';
import { unsettledOf } from '../../core/checks/unsettled.ts';
import { wordOf, type CheckResult } from '../../core/checks/finding.ts';
import type { MatchPicture } from '../../core/match/match-picture.ts';
import type { PredictAnswer } from '../../core/predict/answer.ts';
import { burnsBefore, burnsWords } from '../../core/powertrain/burns-before.ts';
import { banded } from '../../core/units/banded.ts';
import { bandedFigure, figure, figureUnit } from '../format/units.svelte.ts';

/** One predicted figure under a part, formatted. */
export interface ShownReading {
  id: string;
  text: string;
}

/** What each figure on a joint is, for who hears it rather than sees where it stands. */
export const READING_NAMES: Readonly<Record<string, string>> = {
  'battery-current': 'pack current',
  'battery-voltage': 'pack',
  'cell-voltage': 'of the pack',
  power: 'into the ESC',
  'motor-current': 'motor current',
  'motor-efficiency': 'motor',
  'motor-loaded': 'winding',
  rpm: 'turning at',
  'pitch-speed': 'speed of the',
  thrust: 'thrust',
  'thrust-to-weight': 'thrust'
};

/** The predicted figures that stand under each part, all of the point that is looked at. */
export function readingsOf(part: PartName, { answer, weightN }: MatchPicture): ShownReading[] {
  const p = answer.points[0];
  const { band } = p;
  switch (part) {
    case 'battery':
      return [
        { id: 'battery-current', text: bandedFigure('current', p.batteryCurrentA, band?.batteryCurrentA) },
        { id: 'battery-voltage', text: `${figureUnit('voltage', p.batteryVoltageV)} loaded` },
        { id: 'cell-voltage', text: `${figureUnit('voltage', p.cellVoltageV)}/cell` }
      ];
    case 'wiring':
      return [];
    case 'esc':
      return [{ id: 'power', text: bandedFigure('power', p.electricalPowerW, band?.electricalPowerW) }];
    case 'motor':
      return [
        { id: 'motor-current', text: bandedFigure('current', p.motorCurrentA, band?.motorCurrentA) },
        { id: 'motor-efficiency', text: `${figure('share', p.motorEfficiency, 2)} % efficient` },
        {
          id: 'motor-loaded',
          text: `${figureUnit('milliohm', answer.motorUnderLoad.loadedOhm, 2)} loaded`
        }
      ];
    case 'propulsor':
      return [
        { id: 'rpm', text: bandedFigure('rpm', p.rpm, band?.rpm) },
        { id: 'pitch-speed', text: `pitch ${figureUnit('speed', p.pitchSpeedMs)}` }
      ];
    case 'craft': {
      const list = [{ id: 'thrust', text: bandedFigure('thrust', p.thrustN, band?.thrustN) }];
      // a boat's thrust does not carry it
      if (answer.boat === null)
        list.push({
          id: 'thrust-to-weight',
          text: `${banded(p.thrustN / weightN, band && [band.thrustN[0] / weightN, band.thrustN[1] / weightN])} times its weight`
        });
      return list;
    }
  }
}

/** What fails, in words: "1 short, 2 tight", or that everything holds. */
export function resultWords(checks: readonly CheckResult[]): string {
  const words = ['over', 'short', 'tight'].flatMap((word) => {
    const count = checks.filter((c) => wordOf(c) === word).length;
    return count > 0 ? [`${count} ${word}`] : [];
  });
  if (words.length > 0) return words.join(', ');
  return unsettledOf(checks).length > 0 ? 'not known yet' : 'everything holds';
}

/** One line of the craft's own figures. */
interface CraftReading extends ShownReading {
  /** Why it does not come to this, where it does not: shown in grey, and not as a result. */
  moot?: string;
  title: string;
  why: string;
}

/** What the craft does with this setup, by kind. */
export function craftReadings(answer: PredictAnswer, massKg: number): CraftReading[] {
  const { hover, level, boat, forward, fan, endurance } = answer;
  const list: CraftReading[] = [];
  const add = (id: string, title: string, text: string, why: string): void => {
    list.push({ id, title, text, why });
  };
  add('all-up', 'all-up', figureUnit('craftMass', massKg), 'all-up');
  if (hover) {
    add('hover-throttle-reading', 'hover', `${figure('share', hover.throttle, 2)} %`, 'hover');
    add('hover-current', 'hovering', figureUnit('current', hover.batteryCurrentA), 'hover');
  }
  if (forward) add('forward-top', 'fastest', figureUnit('speed', forward.topSpeedMs, 2), 'forward');
  if (forward) add('agile', 'agile reserve', `${figure('ratio', forward.reserveG, 2)} g`, 'forward');
  if (level) {
    add('stall', 'stall', figureUnit('speed', level.stallSpeedMs, 2), 'level');
    add('cruise', 'cruise', figureUnit('speed', level.cruiseSpeedMs, 2), 'level');
    add('top', 'top speed', figureUnit('speed', level.topSpeedMs, 2), 'level');
    add('climb', 'climb', figureUnit('speed', level.climbMs, 2), 'level');
  }
  if (boat) {
    add('boat-top', 'top speed', figureUnit('speed', boat.topSpeedMs, 2), 'boat');
    add('boat-rpm', 'loaded', figureUnit('rpm', boat.loadedRpm), 'boat');
    add('boat-slip', 'slip', `${figure('share', boat.slip, 2)} %`, 'boat');
    add('boat-planing', 'on the plane', boat.planing ? 'yes' : boat.hump ? 'stuck below' : 'no', 'boat');
  }
  if (fan) {
    add('jet-speed', 'jet', figureUnit('speed', fan.jetMs, 2), 'jet-speed');
    add('fan-flow', 'air', figureUnit('mass', fan.massFlowKgS, 3) + '/s', 'fan-flow');
    add('fan-loading', 'per watt', `${figureUnit('thrust', fan.thrustPerWattNW, 2)}/W`, 'fan-loading');
    add('fan-tip', 'fan tips', figureUnit('speed', fan.tipSpeedMs, 2), 'fan-tip');
  }
  for (const e of endurance) {
    add(
      `time-${e.at}`,
      { mixed: 'ordinary use', full: 'full throttle', hover: 'hover time', cruise: 'best range' }[e.at],
      figureUnit('minutes', e.seconds, 2),
      `time-${e.at}`
    );
    const burns = burnsBefore(answer.heat, e.at, e.seconds);
    if (burns !== null) list[list.length - 1].moot = burnsWords(burns);
  }
  return list;
}
