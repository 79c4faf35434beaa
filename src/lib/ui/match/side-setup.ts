/** Another setup of the craft, as the list shows it. */
export interface SideSetup {
  id: number;
  name: string;
  inUse: boolean;
  pinned: boolean;
  /** Worst-case current, A; null when it cannot be worked out. */
  amps: number | null;
}
