import 'reflect-metadata';
import { createHash, randomBytes, webcrypto } from 'node:crypto';
import { isIP } from 'node:net';
import * as x509 from '@peculiar/x509';

x509.cryptoProvider.set(webcrypto as Crypto);

const KEYS = { name: 'ECDSA', namedCurve: 'P-256' } as const;
const SIGNING = { name: 'ECDSA', hash: 'SHA-256' } as const;
const DAY_MS = 24 * 3600 * 1000;
const AUTHORITY_DAYS = 3650;
/** Tablets refuse certificates of more than 825 days, some of more than 398. */
const CERTIFICATE_DAYS = 90;
/** Renewed this long before it ends. */
const RENEWED_DAYS = 30;
/** Clocks of tablets may be behind. */
const EARLIER_MS = DAY_MS;

/** A shop's own certificate authority, as it is kept: PEM, PKCS #8. */
export interface Authority {
  readonly certificate: string;
  readonly key: string;
}

/** What a server shows of itself: PEM. */
export interface Shown {
  readonly certificate: string;
  readonly key: string;
  readonly names: readonly string[];
  readonly renewAt: Date;
}

/** Makes an authority (X.509 v3, RFC 5280) that may sign servers and no further authorities. */
export async function makeAuthority(shopName: string, now = new Date()): Promise<Authority> {
  const keys = await webcrypto.subtle.generateKey(KEYS, true, ['sign', 'verify']);
  const certificate = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: [{ CN: [`${shopName} (Tare)`.slice(0, 64)] }],
    notBefore: new Date(now.getTime() - EARLIER_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: SIGNING,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return { certificate: certificate.toString('pem'), key: await pemOf(keys.privateKey) };
}

/** A certificate of the authority for a server of these names and addresses. */
export async function certify(authority: Authority, names: readonly string[], now = new Date()): Promise<Shown> {
  const issuer = new x509.X509Certificate(authority.certificate);
  const signingKey = await webcrypto.subtle.importKey('pkcs8', x509.PemConverter.decodeFirst(authority.key), KEYS, false, ['sign']);
  const keys = await webcrypto.subtle.generateKey(KEYS, true, ['sign', 'verify']);
  const ends = now.getTime() + CERTIFICATE_DAYS * DAY_MS;
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: [{ CN: ['Tare'] }],
    issuer: issuer.subject,
    notBefore: new Date(now.getTime() - EARLIER_MS),
    notAfter: new Date(ends),
    signingAlgorithm: SIGNING,
    publicKey: keys.publicKey,
    signingKey,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(names.map((name) => ({ type: isIP(name) === 0 ? ('dns' as const) : ('ip' as const), value: name }))),
      await x509.AuthorityKeyIdentifierExtension.create(issuer.publicKey),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return {
    certificate: `${certificate.toString('pem')}\n${authority.certificate}`,
    key: await pemOf(keys.privateKey),
    names,
    renewAt: new Date(ends - RENEWED_DAYS * DAY_MS),
  };
}

/** The authority’s certificate as a tablet takes it, DER. */
export const derOf = ({ certificate }: Authority): Buffer => Buffer.from(x509.PemConverter.decodeFirst(certificate));

/** SHA-256 of the authority’s certificate, as tablets show it: pairs of digits. */
export const fingerprintOf = (authority: Authority): string =>
  createHash('sha256').update(derOf(authority)).digest('hex').toUpperCase().match(/../g)!.join(' ');

/** Positive, and not to be guessed (RFC 5280, 4.1.2.2). */
const serial = (): string => `01${randomBytes(15).toString('hex')}`;

const pemOf = async (key: webcrypto.CryptoKey): Promise<string> =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
