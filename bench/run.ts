import { benchSlice } from './slice';
import { benchStl } from './stl';
import { benchWorksheet } from './worksheet';

/** Every benchmark has its peer or limit in the same run; ratios are what counts, times depend on the machine. */
benchStl();
benchWorksheet();
await benchSlice();
