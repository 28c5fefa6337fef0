import { fail, ok, type Result } from "../../core/base/result.ts";
import { type Guide, guideForCode, parseGuideText, waysInCode } from "../../core/guide/index.ts";
import { learningModel } from "../../core/learn/index.ts";
import type { Model } from "../../core/rules/index.ts";
import type { GuideTrouble } from "../../core/ticket/index.ts";
import type { Database } from "../database/database.server.ts";
import { blockedAt, bodyByHash } from "./versions.server.ts";

/** Versions never change, so what was read once stays read; of too many the oldest is dropped. */
class Kept<T> {
  private readonly all = new Map<string, T>();
  constructor(private readonly most: number) {}
  async of(key: string, make: () => Promise<T>, isGood: (made: T) => boolean): Promise<T> {
    const known = this.all.get(key);
    if (known !== undefined) return known;
    const made = await make();
    if (!isGood(made)) return made;
    this.all.set(key, made);
    if (this.all.size > this.most) this.all.delete(this.all.keys().next().value!);
    return made;
  }
}

const guides = new Kept<Result<Guide, GuideTrouble>>(200);
const models = new Kept<Result<Model, GuideTrouble>>(200);
const isOk = ({ ok }: Result<unknown, unknown>): boolean => ok;

/** The guide file of a version, all its sisters in it. */
export function guideVersion(db: Database, hash: string): Promise<Result<Guide, GuideTrouble>> {
  return guides.of(hash, () => readGuide(db, hash), isOk);
}

async function readGuide(db: Database, hash: string): Promise<Result<Guide, GuideTrouble>> {
  const body = await bodyByHash(db, hash);
  if (body === undefined) return fail({ type: "guide-gone", version: hash });
  const read = parseGuideText(body);
  if (read.ok) return read;
  return fail({ type: "guide-broken", version: hash, path: read.error[0]?.path ?? "" });
}

/** The model of a version for one underside code: numbered once, and kept. A learnt guide is as its bench has it. */
export function modelFor(
  db: Database,
  hash: string,
  code: string,
): Promise<Result<Model, GuideTrouble>> {
  return models.of(`${hash}:${code}`, () => readModel(db, hash, code), isOk);
}

async function readModel(
  db: Database,
  hash: string,
  code: string,
): Promise<Result<Model, GuideTrouble>> {
  const whole = await guideVersion(db, hash);
  if (!whole.ok) return whole;
  const variant = guideForCode(whole.value, code);
  const blocked = await blockedAt(db, hash, waysInCode(code).code);
  if (blocked !== undefined) return fail({ type: "guide-broken", version: hash, path: blocked });
  if (variant.ok) return ok(learningModel(variant.value));
  const [first] = variant.error;
  return first?.about.type === "code-unknown"
    ? fail({ type: "code-gone", guideId: whole.value.id, code })
    : fail({ type: "guide-broken", version: hash, path: first?.path ?? "" });
}
