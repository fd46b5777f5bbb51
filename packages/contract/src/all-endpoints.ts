import { deliveryEndpoints } from './deliveries.js';
import { driftEndpoints } from './drift.js';
import { exportEndpoints } from './exports.js';
import { folderEndpoints } from './folders.js';
import { jobEndpoints } from './jobs.js';
import { liveEndpoints } from './live.js';
import { lookupEndpoints } from './lookups.js';
import { messageEndpoints } from './messages.js';
import { modelEndpoints } from './model.js';
import { noticeEndpoints } from './notices.js';
import { overviewEndpoints } from './overview.js';
import { invitationEndpoints, peopleEndpoints, sessionEndpoints, tokenEndpoints } from './people.js';
import { recordEndpoints } from './records.js';
import { reviewEndpoints } from './review.js';
import { sampleEndpoints } from './samples.js';
import {
  connectionEndpoints,
  destinationEndpoints,
  kindEndpoints,
  mailboxEndpoints,
  schemaEndpoints,
} from './set-up.js';
import { sieveEndpoints } from './sieves.js';
import { sortingEndpoints } from './sorting.js';
import { trialEndpoints } from './trial.js';
import { viewEndpoints } from './views.js';
import { workbenchEndpoints } from './workbench.js';

/** Every call of the API, by its family. */
export const endpoints = {
  overview: overviewEndpoints,
  drift: driftEndpoints,
  notices: noticeEndpoints,
  messages: messageEndpoints,
  review: reviewEndpoints,
  sorting: sortingEndpoints,
  views: viewEndpoints,
  records: recordEndpoints,
  exports: exportEndpoints,
  deliveries: deliveryEndpoints,
  sieves: sieveEndpoints,
  samples: sampleEndpoints,
  trial: trialEndpoints,
  workbench: workbenchEndpoints,
  model: modelEndpoints,
  jobs: jobEndpoints,
  mailboxes: mailboxEndpoints,
  folders: folderEndpoints,
  kinds: kindEndpoints,
  destinations: destinationEndpoints,
  connections: connectionEndpoints,
  lookups: lookupEndpoints,
  schemas: schemaEndpoints,
  live: liveEndpoints,
  session: sessionEndpoints,
  invitations: invitationEndpoints,
  people: peopleEndpoints,
  tokens: tokenEndpoints,
} as const;
