import { create } from 'zustand';
import { onDatabaseTrouble, type DatabaseTrouble } from './db';

/** Whether the storage as a whole is in trouble; null when it is not. */
export const useStorageTrouble = create<{ readonly trouble: DatabaseTrouble | null }>()(() => ({
  trouble: null,
}));

onDatabaseTrouble((trouble) => useStorageTrouble.setState({ trouble }));
