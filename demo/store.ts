/** The little that the demo needs of a store: put a record, put a log entry. */
export interface DemoStore {
  repos: Record<
    'settings' | 'members' | 'rooms' | 'spots' | 'kits' | 'stock' | 'bottles' | 'shopping',
    { put(record: never): void }
  >;
  log: { put(entry: never): void };
}
