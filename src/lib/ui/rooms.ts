/** A room that stands in the header. */
interface Room {
  readonly title: string;
  /** Its page. @param setupId the setup that is open, for the rooms of a craft */
  readonly page: (setupId: number) => string;
  /** Whether it belongs to the craft that is worked on, else to the user. */
  readonly ofCraft: boolean;
  /** Whether its page is fetched beforehand, to be there without a server. */
  readonly ahead: boolean;
}

/** Every room, in the order of the header. */
export const ROOMS = {
  hangar: { title: 'Hangar', page: () => '/', ofCraft: false, ahead: true },
  shelf: { title: 'Shelf', page: () => '/shelf', ofCraft: false, ahead: true },
  settings: { title: 'Settings', page: () => '/settings', ofCraft: false, ahead: true },
  match: { title: 'Match', page: (id) => `/match/${id}`, ofCraft: true, ahead: true },
  find: { title: 'Find', page: (id) => `/find/${id}`, ofCraft: true, ahead: true },
  change: { title: 'Change', page: (id) => `/change/${id}`, ofCraft: true, ahead: true },
  test: { title: 'Test', page: (id) => `/test/${id}`, ofCraft: true, ahead: true },
  sheet: { title: 'Sheet', page: (id) => `/sheet/${id}`, ofCraft: true, ahead: true },
  help: { title: 'Help', page: (id) => `/help/${id}/watts`, ofCraft: true, ahead: false }
} as const satisfies Readonly<Record<string, Room>>;
export type RoomName = keyof typeof ROOMS;

/** The rooms of a craft, or those of the user. */
export const roomsOf = (ofCraft: boolean): readonly RoomName[] =>
  (Object.keys(ROOMS) as RoomName[]).filter((name) => ROOMS[name].ofCraft === ofCraft);
