import type { Knex } from 'knex';
import * as firstJob from './0001_first_job.js';
import * as instruments from './0002_instruments.js';
import * as bobBox from './0005_bob_box.js';
import * as machines from './0006_machines.js';
import * as slugs from './0008_slugs.js';
import * as spinDetail from './0007_spin_detail.js';
import * as matching from './0004_matching.js';
import * as crankMetal from './0009_crank_metal.js';
import * as writtenOnce from './0010_written_once.js';
import * as cuts from './0011_cuts.js';
import * as oneRecord from './0012_one_record.js';
import * as hungAndFittings from './0013_hung_and_fittings.js';
import * as signedCards from './0014_signed_cards.js';
import * as whoAndWhere from './0015_who_and_where.js';
import * as display from './0016_display.js';
import * as setUps from './0017_set_ups.js';
import * as calibratedIn from './0018_calibrated_in.js';
import * as fixtureHunt from './0019_fixture_hunt.js';
import * as cutMetals from './0020_cut_metals.js';
import * as spareParts from './0021_spare_parts.js';
import * as madeReady from './0022_made_ready.js';
import * as moreOfACrank from './0023_more_of_a_crank.js';
import * as worksAndRods from './0024_works_and_rods.js';
import * as gainBasis from './0025_gain_basis.js';
import * as togetherAndPhotos from './0003_together_and_photos.js';

const MIGRATIONS: Readonly<Record<string, Knex.Migration>> = {
  '0001_first_job': firstJob,
  '0002_instruments': instruments,
  '0003_together_and_photos': togetherAndPhotos,
  '0004_matching': matching,
  '0005_bob_box': bobBox,
  '0006_machines': machines,
  '0007_spin_detail': spinDetail,
  '0008_slugs': slugs,
  '0009_crank_metal': crankMetal,
  '0010_written_once': writtenOnce,
  '0011_cuts': cuts,
  '0012_one_record': oneRecord,
  '0013_hung_and_fittings': hungAndFittings,
  '0014_signed_cards': signedCards,
  '0015_who_and_where': whoAndWhere,
  '0016_display': display,
  '0017_set_ups': setUps,
  '0018_calibrated_in': calibratedIn,
  '0019_fixture_hunt': fixtureHunt,
  '0020_cut_metals': cutMetals,
  '0021_spare_parts': spareParts,
  '0022_made_ready': madeReady,
  '0023_more_of_a_crank': moreOfACrank,
  '0024_works_and_rods': worksAndRods,
  '0025_gain_basis': gainBasis,
};

/** The migrations as code, so that they run the same compiled, in tests and from any folder. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(MIGRATIONS)),
  getMigrationName: (name) => name,
  getMigration: (name) => {
    const migration = MIGRATIONS[name];
    return migration ? Promise.resolve(migration) : Promise.reject(new Error(`There is no migration ${name}.`));
  },
};
