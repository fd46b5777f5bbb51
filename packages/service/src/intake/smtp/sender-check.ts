import { Resolver } from 'node:dns/promises';
import type { Readable } from 'node:stream';

/** What a sender says of itself while it hands a message over. */
export interface Sending {
  ip: string;
  helo: string;
  /** The envelope sender; empty for a bounce. */
  sender: string;
}

/** Milliseconds a name server has for one answer, and tries. */
const dnsPatienceMs = 2000;
const dnsTries = 2;
/** Milliseconds from the end of the message: who sends waits that long for an answer at the most. */
const patienceMs = 10_000;
const longest = 500;

/** Tells whether the sender of a message is who it says: SPF (RFC 7208), DKIM (RFC 6376) and DMARC (RFC 7489). */
export class SenderCheck {
  private readonly resolver: Resolver;

  /** `servers` are the addresses of name servers to ask; those of the machine where there are none. */
  constructor(servers: readonly string[]) {
    this.resolver = new Resolver({ timeout: dnsPatienceMs, tries: dnsTries });
    if (servers.length > 0) this.resolver.setServers([...servers]);
  }

  /**
   * The results as an Authentication-Results header has them behind the server’s name (RFC 8601). Name servers that do not answer give
   * `temperror`; nothing is thrown. Reads the whole message.
   */
  async results(message: Readable, { ip, helo, sender }: Sending): Promise<string> {
    let clock: NodeJS.Timeout | undefined;
    // Only from its end on: who sends slowly is looked at like others.
    const late = new Promise<string>((resolve) => {
      message.once('end', () => {
        clock = setTimeout(() => resolve('dmarc=temperror'), patienceMs);
      });
    });
    try {
      return await Promise.race([this.checked(message, { ip, helo, sender }), late]);
    } catch {
      return 'dmarc=temperror';
    } finally {
      clearTimeout(clock);
      // What is not read holds up who writes it.
      message.resume();
    }
  }

  private async checked(message: Readable, sending: Sending): Promise<string> {
    // Only those who check pay for loading it.
    const { authenticate } = await import('mailauth');
    const { spf, dkim, dmarc } = await authenticate(message, {
      ...sending,
      mta: 'yellow-sieve',
      trustReceived: false,
      disableArc: true,
      disableBimi: true,
      // Its own type knows no more than one of the answers.
      resolver: ((name: string, type: string) => this.resolver.resolve(name, type)) as never,
    });
    const signatures = (dkim?.results ?? []).map(
      ({ status, signingDomain }) => `dkim=${status.result}${signingDomain ? ` header.d=${word(signingDomain)}` : ''}`,
    );
    const said = [
      ...(spf ? [`spf=${spf.status.result} smtp.mailfrom=${word(sending.sender || sending.helo)}`] : []),
      ...(signatures.length > 0 ? signatures : ['dkim=none']),
      ...(dmarc ? [`dmarc=${dmarc.status.result} header.from=${word(dmarc.domain)}`] : []),
    ];
    return said.join('; ').slice(0, longest);
  }
}

/** A name that a stranger chose, without what would end it in a header. */
const word = (text: string | undefined | false): string => (text || '-').replace(/[^\w.@+=-]/g, '?').slice(0, 100);
