// The build runs this: `pack MIGRATIONS FILE`.
import { pack } from './packed';

const [, , migrations, file] = process.argv;
await pack(migrations, file);
