import { deliveryEndpoints } from './deliveries.js';
import { liveEndpoints } from './live.js';
import { messageEndpoints } from './messages.js';
import { overviewEndpoints } from './overview.js';
import { invitationEndpoints, peopleEndpoints, sessionEndpoints, tokenEndpoints } from './people.js';
import { recordEndpoints } from './records.js';
import {
  connectionEndpoints,
  destinationEndpoints,
  mailboxEndpoints,
  schemaEndpoints,
  sieveEndpoints,
} from './set-up.js';

/** Every call of the API, by its family. */
export const endpoints = {
  overview: overviewEndpoints,
  messages: messageEndpoints,
  records: recordEndpoints,
  deliveries: deliveryEndpoints,
  sieves: sieveEndpoints,
  mailboxes: mailboxEndpoints,
  destinations: destinationEndpoints,
  connections: connectionEndpoints,
  schemas: schemaEndpoints,
  live: liveEndpoints,
  session: sessionEndpoints,
  invitations: invitationEndpoints,
  people: peopleEndpoints,
  tokens: tokenEndpoints,
} as const;
