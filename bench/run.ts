import { benchOrient } from './orient';
import { benchRays } from './rays';
import { benchScreen } from './screen';
import { benchSlice } from './slice';
import { benchStl } from './stl';
import { benchWorksheet } from './worksheet';

/** Every benchmark has its peer or limit in the same run; ratios are what counts, times depend on the machine. */
benchStl();
benchWorksheet();
await benchSlice();
await benchRays();
benchOrient();
benchScreen();
