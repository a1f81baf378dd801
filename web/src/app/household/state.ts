import {
  addTallies,
  EDITED,
  type Bottle,
  type Door,
  type Kit,
  type LogEntry,
  type Member,
  type OwnItem,
  type RecordOf,
  type Room,
  type Run,
  type Settings,
  type Shopping,
  type Spot,
  type Stock,
  type Tally,
  standing,
  talliesOf,
} from '@dolly-tub/core';
import { createEntityAdapter, type EntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

/** The doors that the page keeps in memory; files are fetched where they are shown. */
export const KEPT = EDITED satisfies readonly Door[];
export type Kept = (typeof KEPT)[number];

type Tables = { [D in Kept]: EntityState<RecordOf<D>> };
export interface HouseholdState extends Tables {
  /** Not all of it: what must be at hand, and what was written since. Pages of the whole are read where they are shown. */
  log: EntityState<LogEntry>;
  /** What worked, counted up to an entry. */
  tallies: readonly Tally[];
  upTo: number;
  loaded: boolean;
  /** A sentence when the server cannot be reached. */
  trouble: string | null;
  /** A sentence when nothing is written to the household's file any more. */
  damage: string | null;
  /** The server asks for the passphrase. */
  signedOut: boolean;
  /** Up to which change of the server everything is known here; null until it was read. */
  seq: number | null;
}

const adapter = <T extends { id: string }>(): EntityAdapter<T> => createEntityAdapter<T>();
const any = adapter<{ id: string }>();
const logAdapter = createEntityAdapter<LogEntry>({
  sortComparer: (a, b) => Date.parse(b.at) - Date.parse(a.at) || b.seq - a.seq,
});

export const householdEvents = createActionGroup({
  source: 'Household',
  events: {
    Opened: emptyProps(),
    /** `anew`: it is another household than before, so nothing that is known stays. */
    'Everything read': props<{
      tables: { [D in Kept]: RecordOf<D>[] };
      log: LogEntry[];
      tallies?: Tally[];
      upTo?: number;
      seq: number;
      damage?: string | null;
      anew?: boolean;
    }>(),
    'Stream opened': emptyProps(),
    'Caught up': props<{ seq: number }>(),
    'Record changed': props<{ door: Kept; record: { id: string; version: number } }>(),
    'Record gone': props<{ door: Kept; id: string }>(),
    'Entry written': props<{ entry: LogEntry }>(),
    /** What must be at hand of the log, after one entry of it no longer stood. */
    'Log read': props<{ log: LogEntry[]; tallies: Tally[]; upTo: number }>(),
    'Server lost': props<{ says: string }>(),
    'Server back': emptyProps(),
    /** The server asks for the passphrase; what this device holds of the house is forgotten, what is typed stays. */
    'Signed out': emptyProps(),
    'Signed in': emptyProps(),
    'Changed elsewhere': props<{ door: string; id: string; op: string }>(),
  },
});

const initial: HouseholdState = {
  ...(Object.fromEntries(KEPT.map((d) => [d, any.getInitialState()])) as unknown as Tables),
  log: logAdapter.getInitialState(),
  tallies: [],
  upTo: 0,
  loaded: false,
  trouble: null,
  damage: null,
  signedOut: false,
  seq: null,
};

type Versioned = { id: string; version: number };
/** Records as an answer of the server has them; what was told since and is newer stays. */
const newest = (read: readonly Versioned[], known: EntityState<Versioned>): Versioned[] =>
  read.map((r) => {
    const had = known.entities[r.id];
    return had && had.version > r.version ? had : r;
  });
/** Entries that were told after an answer was put together. */
const writtenSince = (upTo: number, known: EntityState<LogEntry>): LogEntry[] =>
  Object.values(known.entities).filter((e): e is LogEntry => e !== undefined && e.seq > upTo);
const lastOf = (log: readonly LogEntry[]): number => log.reduce((n, e) => Math.max(n, e.seq), 0);

export const household = createFeature({
  name: 'household',
  reducer: createReducer(
    initial,
    on(
      householdEvents.everythingRead,
      (state, { tables, log, tallies, upTo = lastOf(log), seq, damage, anew }): HouseholdState => ({
        ...state,
        ...(Object.fromEntries(
          KEPT.map((d) => [
            d,
            any.setAll(anew ? tables[d] : newest(tables[d], state[d] as EntityState<Versioned>), any.getInitialState()),
          ]),
        ) as unknown as Tables),
        log: logAdapter.setAll(anew ? log : [...log, ...writtenSince(upTo, state.log)], state.log),
        // where nobody counted it, all of the log is here
        tallies: tallies ?? talliesOf(standing(log)),
        upTo,
        loaded: true,
        trouble: null,
        damage: damage ?? null,
        seq,
      }),
    ),
    on(householdEvents.caughtUp, (state, { seq }): HouseholdState => ({ ...state, seq })),
    on(householdEvents.recordChanged, (state, { door, record }): HouseholdState => {
      const table = state[door] as EntityState<{ id: string; version: number }>;
      const had = table.entities[record.id];
      // an older answer that comes late must not undo a newer one
      if (had && had.version > record.version) return state;
      return { ...state, [door]: adapter<{ id: string; version: number }>().upsertOne(record, table) };
    }),
    on(householdEvents.recordGone, (state, { door, id }): HouseholdState => ({
      ...state,
      [door]: any.removeOne(id, state[door] as EntityState<{ id: string }>),
    })),
    on(householdEvents.entryWritten, (state, { entry }): HouseholdState => ({
      ...state,
      log: logAdapter.upsertOne(entry, state.log),
    })),
    on(householdEvents.signedOut, (): HouseholdState => ({ ...initial, signedOut: true })),
    on(householdEvents.signedIn, (state): HouseholdState => ({ ...state, signedOut: false })),
    on(householdEvents.logRead, (state, { log, tallies, upTo }): HouseholdState => ({
      ...state,
      log: logAdapter.setAll([...log, ...writtenSince(upTo, state.log)], state.log),
      tallies,
      upTo,
    })),
    on(householdEvents.serverLost, (state, { says }): HouseholdState => ({ ...state, trouble: says })),
    on(householdEvents.serverBack, (state): HouseholdState => ({ ...state, trouble: null })),
  ),
});

const rows = <T>(table: EntityState<T>): T[] => (table.ids as string[]).map((id) => table.entities[id]!);
export const selectLoaded = household.selectLoaded;
export const selectTrouble = createSelector(
  household.selectDamage,
  household.selectTrouble,
  (damage, trouble) => damage ?? trouble,
);
export const selectSeq = household.selectSeq;
export const selectSignedOut = household.selectSignedOut;
export const selectRooms = createSelector(household.selectRooms, (t): Room[] =>
  rows(t).sort((a, b) => a.order - b.order),
);
export const selectSpots = createSelector(household.selectSpots, (t): Spot[] =>
  rows(t).sort((a, b) => a.routeOrder - b.routeOrder),
);
export const selectKits = createSelector(household.selectKits, (t): Kit[] => rows(t));
export const selectStock = createSelector(household.selectStock, (t): Stock[] =>
  rows(t).sort((a, b) => a.position - b.position),
);
export const selectBottles = createSelector(household.selectBottles, (t): Bottle[] => rows(t));
export const selectMembers = createSelector(household.selectMembers, (t): Member[] => rows(t));
export const selectShopping = createSelector(household.selectShopping, (t): Shopping[] => rows(t));
export const selectRuns = createSelector(household.selectRuns, (t): Run[] => rows(t));
export const selectSettings = createSelector(household.selectSettings, (t): Settings | null => rows(t)[0] ?? null);
export const selectLog = createSelector(household.selectLog, (t): LogEntry[] => rows(t));
/** What worked, spot by spot, with what was written since it was counted. */
export const selectTallies = createSelector(
  household.selectTallies,
  household.selectUpTo,
  selectLog,
  (tallies, upTo, log) => addTallies([...talliesOf(standing(log).filter((e) => e.seq > upTo)), ...tallies]),
);
export const selectOwn = createSelector(
  household.selectProducts,
  household.selectMaterials,
  household.selectSoils,
  household.selectTools,
  (products, materials, soils, tools) => ({
    products: rows(products) as OwnItem[],
    materials: rows(materials) as OwnItem[],
    soils: rows(soils) as OwnItem[],
    tools: rows(tools) as OwnItem[],
  }),
);
/** All that a question about a spot needs, as the core wants it. */
export const selectHousehold = createSelector(
  selectSettings,
  selectMembers,
  selectRooms,
  selectSpots,
  selectKits,
  selectStock,
  selectLog,
  selectBottles,
  selectRuns,
  selectTallies,
  (settings, members, rooms, spots, kits, stock, log, bottles, runs, tallies) => ({
    settings,
    members,
    rooms,
    spots,
    kits,
    stock,
    log,
    bottles,
    runs,
    tallies,
  }),
);
