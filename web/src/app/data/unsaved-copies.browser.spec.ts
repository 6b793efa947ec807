import { newMachine } from '@crisp-notch/core/machine';
import { deleteDB, openDB } from 'idb';
import { openUnsaved, type Unsaved } from './unsaved-copies';

describe('the browser’s database of working copies', () => {
  const NAME = 'crisp-notch-of-a-spec';
  afterEach(() => deleteDB(NAME));

  it('takes along what its first version kept', async () => {
    const kept: Unsaved = {
      id: 'm',
      version: 4,
      document: newMachine('Kept before', 'router'),
      unheard: [newMachine('Sent', 'router')],
    };
    const first = await openDB(NAME, 1, {
      upgrade: (database) => void database.createObjectStore('unsaved', { keyPath: 'id' }),
    });
    await first.put('unsaved', kept);
    first.close();
    const present = await openUnsaved(NAME);
    expect(await present.getAllFromIndex('copies', 'machine', 'm')).toEqual([jasmine.objectContaining({ ...kept })]);
    expect([...present.objectStoreNames]).toEqual(['copies']);
    present.close();
  });
});
