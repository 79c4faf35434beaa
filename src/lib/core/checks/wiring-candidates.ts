import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { GAUGES, CONNECTORS_A } from '../standard-sizes/leads.ts';
import type { SetupDocument } from '../document/schema.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { SUPPLIES_A } from '../standard-sizes/receiver-supplies.ts';
import { receiverFeedOf } from '../model/receiver-feed.ts';
import { withArticle } from '../text/with-article.ts';
import { joinList } from '../text/join-list.ts';
import { partTitleOnRail } from '../document/rail-words.ts';
import { plugsOf } from '../model/plugs.ts';
import { CONNECTORS } from '../standard-sizes/connectors.ts';
import { show } from '../units/show.ts';
import { type Ladder, isFixed } from './candidates.ts';

/** Thicker leads. */
export function thickerLeads(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const gauge = setup.wiring?.gaugeAwg;
  if (isFixed(setup, 'wiring') || gauge == null) return [];
  return GAUGES.filter((g) => g < gauge).map((value) => ({
    text: `gauge ${value} leads`,
    changes: [{ path: 'wiring.gaugeAwg', value }]
  }));
}

/** Volts of a pack fresh off the charger, to a tenth. */
const fullVolts = ({ battery: b }: SetupDocument): number =>
  Math.ceil(10 * b.series * CHEMISTRIES[b.chemistry].fullV - 1e-9) / 10;

/** A separate switching supply that gives what servos and receiver ask for; the nearest in size first. */
export function separateSupplies(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const outputV = setup.receiverSupply?.outputV ?? setup.esc?.becV ?? 5;
  return SUPPLIES_A.filter((a) => a >= (receiverFeedOf(setup).peakA ?? 0)).map((value) => ({
    text: withArticle(`${value} A switching supply of its own for the receiver`),
    changes: [
      { path: 'receiverSupply.kind', value: 'switching' },
      { path: 'receiverSupply.outputV', value: outputV },
      { path: 'receiverSupply.continuousA', value },
      { path: 'receiverSupply.maxVoltageV', value: fullVolts(setup) }
    ]
  }));
}

/** A receiver supply that stands the pack's volts. */
export const supplyForVolts = (s: SetupAnalysis): Ladder => [
  {
    text: `a receiver supply for ${s.setup.battery.series} cells`,
    changes: [
      { path: 'receiverSupply.maxVoltageV', value: fullVolts(s.setup) },
      ...(s.setup.receiverSupply?.minVoltageV == null
        ? []
        : [{ path: 'receiverSupply.minVoltageV', value: null }])
    ]
  }
];

/** Whatever on the pack cannot stand its volts is fed by a supply of its own. */
export function fedBySupply(s: SetupAnalysis): Ladder {
  const full = s.worst.openCircuitV;
  const weak = (s.setup.rail ?? []).flatMap((part, k) =>
    part.fedBy !== 'supply' && part.maxVoltageV != null && part.maxVoltageV < full ? [{ part, k }] : []
  );
  return weak.length === 0
    ? []
    : [
        {
          text: `the ${joinList(weak.map(({ part }) => partTitleOnRail(part)))} on a supply of its own`,
          changes: weak.map(({ k }) => ({ path: `rail.${k}.fedBy`, value: 'supply' }))
        }
      ];
}

/** Connectors for more current: by their rating where that is told, else other plugs at pack and ESC. */
export function largerConnectors(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const amps = setup.wiring?.connectorA;
  if (isFixed(setup, 'wiring')) return [];
  if (amps != null)
    return CONNECTORS_A.filter((a) => a > amps).map((value) => ({
      text: `a connector for ${value} A`,
      changes: [{ path: 'wiring.connectorA', value }]
    }));
  const { pack, esc, ratingA } = plugsOf(setup);
  // a plug is a part of its pack or ESC: who holds one of them holds its plug
  if (ratingA === null || (pack && isFixed(setup, 'battery')) || (esc && isFixed(setup, 'esc'))) return [];
  return CONNECTORS.filter((c) => c.continuousA > ratingA).map(({ id, title }) => ({
    text: `${title} at both ends`,
    changes: [
      ...(pack ? [{ path: 'battery.connector', value: id }] : []),
      ...(esc ? [{ path: 'esc.connector', value: id }] : [])
    ]
  }));
}

/** An adapter between unlike plugs, or the pack's plug on the ESC. */
export function matchingPlugs(s: SetupAnalysis): Ladder {
  const { pack, unlike } = plugsOf(s.setup);
  if (!unlike || !pack) return [];
  return [
    ...(isFixed(s.setup, 'esc')
      ? []
      : [
          {
            text: `the pack’s kind of plug soldered to the ESC`,
            changes: [{ path: 'esc.connector', value: pack.id }]
          }
        ]),
    ...(isFixed(s.setup, 'wiring')
      ? []
      : [{ text: 'an adapter between the plugs', changes: [{ path: 'wiring.adapter', value: 'fitted' }] }])
  ];
}

/** Lower outputs that the supply can be set to, and a step-down in the lead of what cannot stand it. */
export function gentlerVolts(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const feed = receiverFeedOf(setup);
  const weak = feed.loads.flatMap((l) => {
    const k = l.path.startsWith('loads.') ? Number(l.path.slice(6)) : -1;
    const most = k < 0 ? null : setup.loads?.[k].maxVoltageV;
    return most != null && l.volts > most ? [{ k, most, title: l.title }] : [];
  });
  if (weak.length === 0) return [];
  const least = Math.min(...weak.map((w) => w.most));
  const path = feed.source === 'esc' ? 'esc.becV' : 'receiverSupply.outputV';
  return [
    ...feed.outputsV
      .filter((v) => v <= least)
      .sort((a, b) => b - a)
      .map((value) => ({
        text: `the supply set to ${show(value)} V`,
        changes: [{ path, value }]
      })),
    ...(feed.source === 'own-pack' && feed.kind === 'direct'
      ? [
          {
            text: `a regulator of ${show(least)} V behind the receiver’s pack`,
            changes: [{ path, value: least }]
          }
        ]
      : []),
    {
      text: `a step-down to ${show(least)} V in the lead of ${joinList(weak.map((w) => w.title))}`,
      changes: weak.map(({ k }) => ({ path: `loads.${k}.stepDownV`, value: least }))
    }
  ];
}
