// Only what the reading uses of these packages, which ship no types of their own.
declare module 'mailsplit' {
  interface ByteStream {
    on(event: 'data', listener: (chunk: Uint8Array) => void): this;
    on(event: 'end', listener: () => void): this;
    on(event: 'error', listener: (error: Error) => void): this;
    write(chunk: Uint8Array): boolean;
    end(): void;
  }
  export interface SplitNode {
    type: 'node';
    root: boolean;
    parentNode: SplitNode | false;
    partNr: (string | number)[];
    multipart: string | false;
    contentType: string | false;
    charset: string | false;
    disposition: string | false;
    filename: string | false;
    encoding: string;
    flowed: boolean;
    delSp: boolean;
    rfc822: boolean;
    headers: { getList(): { key: string; line: string }[] } | false;
    getDecoder(): ByteStream;
  }
  export interface SplitBody {
    type: 'body' | 'data';
    node: SplitNode;
    value: Uint8Array;
  }
  class Splitter {
    constructor(options?: { ignoreEmbedded?: boolean; maxHeadSize?: number; maxChildNodes?: number });
    on(event: 'data', listener: (item: SplitNode | SplitBody) => void): this;
    on(event: 'end' | 'drain', listener: () => void): this;
    on(event: 'error', listener: (error: Error) => void): this;
    once(event: 'drain', listener: () => void): this;
    write(chunk: Uint8Array): boolean;
    end(): void;
  }
  const mailsplit: { Splitter: typeof Splitter };
  export default mailsplit;
}

declare module 'nodemailer/lib/addressparser' {
  interface Parsed {
    name: string;
    address?: string;
    group?: Parsed[];
  }
  export default function addressparser(text: string, options?: { flatten?: boolean }): Parsed[];
}
