import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  type KeyObject,
  sign,
  verify,
} from "node:crypto";
import { reader, readJson } from "../../core/base/ajv.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";

/** Who made a pack, and that nobody changed it since: an Ed25519 signature (RFC 8032) over its record. */
interface Seal {
  /** The shop's public key, SPKI in base64: it is the shop's name to others. */
  readonly key: string;
  readonly signature: string;
}

const text = { type: "string", minLength: 1, maxLength: 500 };
const readSeal = reader<Seal>({
  type: "object",
  required: ["key", "signature"],
  properties: { key: text, signature: text },
});

/** The key that this shop signs with: made once, and kept with the shop. */
async function ownKey(db: Database): Promise<KeyObject> {
  const kept = await setting(db, "pack-key");
  const made = kept ?? (await makeKey(db));
  return createPrivateKey({ key: Buffer.from(made, "base64"), format: "der", type: "pkcs8" });
}

const makeKey = (db: Database): Promise<string> =>
  db.write(async (transaction) => {
    const other = await setting(db, "pack-key", transaction);
    if (other !== undefined) return other;
    const { privateKey } = generateKeyPairSync("ed25519");
    const key = privateKey.export({ format: "der", type: "pkcs8" }).toString("base64");
    await keepSetting(db, "pack-key", key, transaction);
    return key;
  });

const publicOf = (key: KeyObject): string =>
  createPublicKey(key).export({ format: "der", type: "spki" }).toString("base64");

/** What shuts a pack: a text that goes beside the record it signs. */
export async function sealOf(db: Database, record: Uint8Array): Promise<string> {
  const key = await ownKey(db);
  const seal: Seal = {
    key: publicOf(key),
    signature: sign(null, record, key).toString("base64"),
  };
  return JSON.stringify(seal);
}

/** Where a pack is from: from here, from a shop by a short name of its key, or nobody says. */
export type Origin = { readonly isOwn: boolean; readonly shop: string };

/** Where a pack is from; undefined: it was changed since it was made, or signed by nobody who can be known. */
export async function originOf(
  db: Database,
  record: Uint8Array,
  seal: Uint8Array | undefined,
): Promise<Origin | undefined> {
  // Packs of before carry no seal: they are from somewhere.
  if (!seal) return { isOwn: false, shop: "unknown" };
  const read = readJson(readSeal, new TextDecoder().decode(seal));
  if (!read.ok) return undefined;
  const { key, signature } = read.value;
  const isGood = isSigned(key, signature, record);
  if (!isGood) return undefined;
  const isOwn = key === publicOf(await ownKey(db));
  return { isOwn, shop: createHash("sha256").update(key).digest("hex").slice(0, 6) };
}

function isSigned(key: string, signature: string, record: Uint8Array): boolean {
  try {
    const known = createPublicKey({
      key: Buffer.from(key, "base64"),
      format: "der",
      type: "spki",
    });
    return (
      known.asymmetricKeyType === "ed25519" &&
      verify(null, record, known, Buffer.from(signature, "base64"))
    );
  } catch {
    return false;
  }
}
