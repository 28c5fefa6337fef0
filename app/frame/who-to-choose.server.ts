import type { Database } from "../../data/database/index.server.ts";
import { demoPins, whoCanSignIn } from "../../shop/people/index.server.ts";
import type { PinOwner } from "../people/pin-pad.tsx";

/** Who can be chosen at a sign-in or a hand-over; in a demo with the PINs. */
export async function whoToChoose(db: Database): Promise<readonly PinOwner[]> {
  const [people, pins] = await Promise.all([whoCanSignIn(db), demoPins(db)]);
  return people.map(({ id, name, role, digits, hasPhrase }) => ({
    id,
    name,
    role,
    digits,
    hasPhrase,
    demoPin: hasPhrase ? undefined : pins[id],
  }));
}
