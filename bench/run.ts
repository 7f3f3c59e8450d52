import { benchCase } from './case';
import { benchFeatures } from './features';
import { benchLists } from './lists';
import { benchLoad } from './load';
import { benchOrient } from './orient';
import { benchMechanics } from './mechanics';
import { benchPage } from './page';
import { benchProof } from './proof';
import { benchRays } from './rays';
import { benchScreen } from './screen';
import { benchFirstLoad, benchServer } from './server';
import { benchSlice } from './slice';
import { benchStl } from './stl';
import { benchWorksheet } from './worksheet';

/** Every benchmark has its peer or limit in the same run; ratios are what counts, times depend on the machine. Names after `--` run those alone. */
const ALL: Readonly<Record<string, () => void | Promise<void>>> = {
  stl: benchStl,
  worksheet: benchWorksheet,
  slice: benchSlice,
  rays: benchRays,
  orient: benchOrient,
  features: benchFeatures,
  screen: benchScreen,
  case: benchCase,
  server: benchServer,
  load: benchLoad,
  'first-load': benchFirstLoad,
  page: benchPage,
  lists: benchLists,
  proof: benchProof,
  mechanics: benchMechanics,
};
const asked = process.argv.slice(2);
for (const [name, bench] of Object.entries(ALL)) if (!asked.length || asked.includes(name)) await bench();
process.exit(0);
