import type { MikroORM } from '@mikro-orm/libsql';
import type { FileStore } from '../files/store.ts';
export async function loadDemo(_orm: MikroORM, _store: FileStore): Promise<void> {}
