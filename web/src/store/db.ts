import Dexie, { type Table } from 'dexie';
import type { LevelUnit } from '../../../core/units';
import type { GearItem } from '../../../core/gear';
import type { HistoryRecord, Rig } from '../../../core/model';

/** What the shelf shows of a rig without reading it whole. */
export type Head = {
  readonly id: string;
  readonly title: string;
  /** Number of the newest stored record; the document is the newest snapshot plus the patches after it. */
  readonly revision: number;
  readonly created: string;
  readonly modified: string;
  /** When it was last opened; none where it never was, or by an older program. */
  readonly opened?: string;
  /** When it was put into the bin; null on the shelf. */
  readonly binned: string | null;
  /** When its time in the bin was first found to be over. */
  readonly overdue?: string | null;
  readonly savedToFile: string | null;
  readonly demo: boolean;
  /** Version of the newest stored document; none where an older program wrote it. */
  readonly version?: number;
};

export type EditRow = HistoryRecord & { readonly rig: string; readonly tab: string; readonly at: string };
export type Snapshot = { readonly rig: string; readonly revision: number; readonly document: Rig };
export type Preferences = {
  readonly key: 'one';
  readonly theme: 'system' | 'light' | 'dark';
  readonly units: 'metres' | 'feet';
  readonly levels?: LevelUnit;
  readonly paper?: 'a4' | 'letter';
  /** Single keys act on the map and the profile. */
  readonly keys?: boolean;
  /** House rules that new rigs begin with; none: those of the trade. */
  readonly house?: Rig['houseRules'] | null;
};

/** An item of the gear shelf. */
export type GearRow = {
  readonly id: string;
  readonly item: GearItem;
  readonly changed: string;
  /** When it was put into the bin; null on the shelf. */
  readonly binned: string | null;
};
/** An item as it is being made: it may be unfinished, and is not on the shelf so. */
export type GearDraft = {
  readonly id: string;
  readonly item: GearItem;
  /** Texts of fields that stand for no value yet, by part and field. */
  readonly unread: Readonly<Record<string, string>>;
  /** The revision on the shelf that it began from; 0 where there was none. */
  readonly based: number;
  readonly changed: string;
};

export class RigDatabase extends Dexie {
  heads!: Table<Head, string>;
  edits!: Table<EditRow, [string, number]>;
  snapshots!: Table<Snapshot, [string, number]>;
  preferences!: Table<Preferences, string>;
  gear!: Table<GearRow, string>;
  gearDrafts!: Table<GearDraft, string>;

  /**
   * Raised with the tables below, and with the version of the document, so that a tab of an older program lets go of
   * the store; a store of a higher one is left alone.
   */
  static readonly VERSION = 3;

  constructor(name = 'hum-map') {
    // "Saved" is only said once it is on the disk, not merely handed to the system.
    super(name, { chromeTransactionDurability: 'strict' });
    this.version(RigDatabase.VERSION).stores({
      heads: 'id',
      edits: '[rig+revision], rig',
      snapshots: '[rig+revision], rig',
      preferences: 'key',
      gear: 'id',
      gearDrafts: 'id',
    });
  }
}
