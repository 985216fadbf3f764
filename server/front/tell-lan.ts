import { toString as qrText } from 'qrcode';
import { lanAddresses } from './hosts';

/** Where the local network finds this machine; null where it is in none. */
export function lanUrl(port: number): string | null {
  const [first] = lanAddresses();
  return first === undefined ? null : `https://${first.includes(':') ? `[${first}]` : first}:${port}/`;
}

/** Where a phone finds it, as an address and as a code to be photographed, and what the phone will say about it. */
export async function tellLan(url: string | null, made: boolean): Promise<void> {
  if (url === null) {
    console.log('This machine is in no network: a phone cannot reach it.');
    return;
  }
  console.log(`In this network: ${url}`);
  console.log(await qrText(url, { type: 'terminal', small: true, errorCorrectionLevel: 'L' }));
  if (made)
    console.log(
      'The phone will warn that nobody vouches for this certificate: it was made on this machine at its first start.\nOpen the details there and go on. Without it the browser lets no page use microphone or camera.',
    );
}
