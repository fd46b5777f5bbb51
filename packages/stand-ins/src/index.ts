export { type ArrivedMail, type MailStandIn, startMail } from './mail/server.js';
export { type ModelStandIn, type Mood, startModel } from './model/server.js';
