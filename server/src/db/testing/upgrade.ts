// Opens a data folder, brings it up to date and closes it: `upgrade FOLDER MIGRATIONS`. A test ends it in the middle.
import { openDb } from '../open';

const [, , folder, migrations] = process.argv;
await (await openDb(folder, migrations)).close();
