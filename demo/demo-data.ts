import type { DemoCrew } from './crews';
import type { Island } from './island';
import type { DemoTechnician } from './people';
import type { DemoTerritory } from './territories';
import type { DemoOrder, DemoSite } from './work';

/** All that the demo is made of. */
export interface DemoData {
  readonly island: Island;
  readonly territories: readonly DemoTerritory[];
  readonly people: readonly DemoTechnician[];
  readonly crews: readonly DemoCrew[];
  readonly sites: readonly DemoSite[];
  readonly orders: readonly DemoOrder[];
}
