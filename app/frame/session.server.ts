import { createContext, createCookie, redirect, type RouterContextProvider } from "react-router";
import { nanoid } from "nanoid";
import { DataTrouble, setting } from "../../data/database/index.server.ts";
import { type SignedIn, signedIn } from "../../shop/people/index.server.ts";
import { shop, type Shop } from "../../shop/open.server.ts";

/** Somebody who is in, by the session of the request. */
const inside = createContext<SignedIn | undefined>(undefined);

/** What is shown to somebody who is not in. */
const isOpen = (pathname: string): boolean =>
  // A calendar is asked for by its secret address.
  pathname === "/sign-in" || pathname.startsWith("/calendar/");

/** Asked before anything else of every address: nobody gets past it who is not signed in. */
export async function door(
  { request, context }: { request: Request; context: Readonly<RouterContextProvider> },
  next: () => Promise<Response>,
): Promise<Response> {
  const here = await orTrouble(request, shop);
  const token = await readToken(here, request);
  const found = await orTrouble(request, () => whoHas(here, token));
  const url = new URL(request.url);
  if (!found && !isOpen(url.pathname)) throw outside(request, url);
  context.set(inside, found);
  return next();
}

/** Who is in by a token; without one the database is asked all the same whether it answers. */
async function whoHas({ db }: Shop, token: string | undefined): Promise<SignedIn | undefined> {
  if (token !== undefined) return signedIn(db, token, new Date());
  await setting(db, "id");
  return undefined;
}

/** What the shop gives, or a page that says in one line why it cannot be worked in. */
async function orTrouble<T>(request: Request, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof DataTrouble)) throw error;
    const { message } = error;
    throw isPage(request)
      ? new Response(message, { status: 503 })
      : Response.json({ error: message }, { status: 503 });
  }
}

/** A page is led to the sign-in and back; anything else is told so. */
function outside(request: Request, { pathname, search }: URL): Response {
  if (!isPage(request)) {
    const error = "Nobody is signed in at this screen. Sign in, then do it again.";
    return Response.json({ error }, { status: 401 });
  }
  return redirect(`/sign-in?to=${encodeURIComponent(pathname + search)}`);
}

/** Whether a page asks, or a file or an answer. */
const isPage = ({ headers }: Request): boolean =>
  headers.get("Accept")?.includes("text/html") === true ||
  headers.get("X-Bench-Data") !== null ||
  // In development no door stands before it that says what is asked for.
  headers.get("X-Bench-Id") === null;

/** Who is in; undefined only on the page of the sign-in. */
export const whoIn = (context: Readonly<RouterContextProvider>): SignedIn | undefined =>
  context.get(inside);

const kept = { path: "/", sameSite: "lax", httpOnly: true } as const;
const DAY_S = 60 * 60 * 24;

const cookies = ({ secret }: Shop) => ({
  session: createCookie("session", { ...kept, secrets: [secret], maxAge: 30 * DAY_S }),
  screen: createCookie("screen", { ...kept, secrets: [secret], maxAge: 365 * DAY_S }),
});

/** What the browser of a request has of its session. */
export async function readToken(here: Shop, request: Request): Promise<string | undefined> {
  const token: unknown = await cookies(here).session.parse(request.headers.get("Cookie"));
  return typeof token === "string" ? token : undefined;
}

/** The screen a request comes from; one that is not known yet gets its id. */
export async function readScreen(here: Shop, request: Request): Promise<string> {
  const screen: unknown = await cookies(here).screen.parse(request.headers.get("Cookie"));
  return typeof screen === "string" ? screen : nanoid();
}

/** The headers that keep a new session at a screen. */
export async function keepSession(
  here: Shop,
  request: Request,
  { token, screen }: { readonly token: string; readonly screen: string },
): Promise<Headers> {
  const secure = new URL(request.url).protocol === "https:";
  const { session, screen: place } = cookies(here);
  const headers = new Headers();
  headers.append("Set-Cookie", await session.serialize(token, { secure }));
  headers.append("Set-Cookie", await place.serialize(screen, { secure }));
  return headers;
}

/** The headers after which a browser has no session. */
export async function dropSession(here: Shop): Promise<Headers> {
  const gone = await cookies(here).session.serialize("", { maxAge: 0 });
  return new Headers({ "Set-Cookie": gone });
}
