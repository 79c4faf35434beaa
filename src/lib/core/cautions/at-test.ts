/** Sentences that belong to an act, by what calls for them. Makers' papers, the law and trained people come first. A table of data. */
export const CAUTIONS = {
  'props-off': 'Take the propellers off for this, and keep them off until the stage that needs them.',
  'screw-off': 'Take the screw off for this, and keep it off until the stage that needs it.',
  restrain: 'Tie the craft down so that it cannot move at full power.',
  'out-of-plane': 'Stand behind the propeller, never in its plane, and let nobody else stand there.',
  'another-room':
    'This one is loud and strong: run it from another room or from behind a wall, and read the meter by a camera or a logger.',
  eyes: 'Wear eye protection.',
  'open-field': 'Fly over grass with nobody near, within sight, by the rules of the place and the club.',
  'short-runs': 'Keep to the seconds that are named and let everything cool down between.',
  'too-hot': 'Stop when anything is too hot to hold, smells or swells; find out why before you go on.',
  'no-bystanders': 'Nobody in the water, on the bank in line with the boat, or near the run.',
  'screw-clear': 'Keep hands, hair and lines away from the screw and the shaft.',
  'pack-plug': 'Plug the pack in last and pull it first; never a swollen, dented or hot one.',
  'cell-floor':
    'Never use a pack below the floor of its cells: a pack that rests lower is harmed and may burn when charged.',
  makers: 'Keep to the limits in the makers’ papers where they are lower than what is shown here.'
} as const;
export type CautionId = keyof typeof CAUTIONS;
