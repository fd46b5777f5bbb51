// Only what the reading uses of these packages, which ship no types of their own.
declare module 'libqp' {
  const libqp: { decode(text: string): Uint8Array };
  export default libqp;
}

declare module 'libbase64' {
  const libbase64: { decode(text: string): Uint8Array };
  export default libbase64;
}

declare module 'nodemailer/lib/addressparser' {
  interface Parsed {
    name: string;
    address?: string;
    group?: Parsed[];
  }
  export default function addressparser(text: string, options?: { flatten?: boolean }): Parsed[];
}
