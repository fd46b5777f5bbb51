/** The lanes that mail goes along; others look after what people set up. */
type MailLane = 'messages' | 'answers' | 'deliveries';

/**
 * Says that there is work, so that it is looked for at once: to the lanes that are named, or to all where none is. What comes in by the
 * hundred names its lanes, for the others would ask the database in vain each time.
 */
export type Onward = (...lanes: MailLane[]) => void;
