import type { FastifyServerOptions } from 'fastify';
import type { Db } from './db/open';
import type { Pool } from './jobs/pool';
import type { MeshStore } from './meshes/store';

/** Progress of setting up the demo plant; `of` is 0 when nothing is under way. */
export interface Seeding {
  done: number;
  of: number;
  /** Why it could not be set up. */
  fault?: string;
}

/** What the plugins work with; handed to each, so that a test can hand over its own. */
export interface Context {
  db: Db;
  meshes: MeshStore;
  pool: Pool;
  /** For CAD models, which take long: they keep no estimate waiting. The common pool when left out. */
  cad?: Pool;
  /** Folder of the built page; undefined serves the interface to the data alone. */
  page?: string;
  /** Answers go compressed, for a browser at the other end of a tunnel. Costs more than it saves on the same machine. */
  compress?: boolean;
  /** Folder of the back-ups; none are taken where it is left out. */
  backups?: string;
  /** How far the demo plant has been set up, while it is. */
  seeding?: Seeding;
  /** People sign in; absent where the service is heard on this machine alone. */
  accounts?: {
    /** Cookies travel encrypted. */
    secure: boolean;
    /** Makes the first account; only the console shows it. */
    code?: string;
    /** Certificate and key, where this service encrypts by itself. */
    tls?: { cert: Buffer; key: Buffer };
    /** Another server stands before this one and says who asks. */
    proxy?: boolean;
  };
  /** Where the log goes; nowhere when left out. */
  log?: FastifyServerOptions['logger'];
}
