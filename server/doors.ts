import { randomBytes } from "node:crypto";
import { type Express, type NextFunction, type Request, type Response } from "express";
import { rateLimit } from "express-rate-limit";
import helmet from "helmet";
import { bodyRule, kindOfBody } from "./bodies.ts";
import { log } from "./log.ts";
import { hostName, isOwn } from "./same-site.ts";
import type { Settings } from "./settings.ts";

const METHODS: ReadonlySet<string> = new Set(["GET", "HEAD", "POST", "DELETE"]);
const LONGEST_URL = 4_000;
const LEFT_TO_RUN_OUT = 500_000;
/** What this server tells the pages about a request; nobody else may. */
const OURS = ["x-bench-id", "x-bench-nonce", "x-bench-address", "x-bench-data"];

/** A request that is let no further: why, in words, never more. */
function refuse(request: Request, response: Response, status: number, words: string): void {
  if (isMuchToCome(request)) {
    // Nobody reads it: the line is cut when the answer is out.
    response.setHeader("Connection", "close");
    response.once("finish", () => request.destroy());
  }
  log.warn({ id: response.getHeader("X-Request-Id"), status, method: request.method, words });
  response.status(status).type("text").set("Cache-Control", "no-store").send(words);
}

/** Whether a body is under way that is more than is let run out. */
const isMuchToCome = ({ complete, headers: said }: Request): boolean =>
  !complete &&
  (said["transfer-encoding"] !== undefined ||
    Number(said["content-length"] ?? 0) > LEFT_TO_RUN_OUT);

/** All that a request passes before a page sees it. */
export function openDoors(app: Express, settings: Settings): void {
  app.disable("x-powered-by");
  app.set("trust proxy", settings.proxies);
  app.use(named);
  app.use(headers(settings));
  app.use(wellFormed(settings));
  app.use(fromHere);
  app.use(
    rateLimit({
      windowMs: 60_000,
      limit: settings.rate,
      standardHeaders: "draft-8",
      legacyHeaders: false,
      validate: false,
      skip: ({ path }) => path.startsWith("/assets/"),
      handler: (request, response) =>
        refuse(request, response, 429, "Too many requests from here: wait a minute."),
    }),
  );
  app.use(body(settings));
}

/** An id for the log and the page that shows trouble, and a nonce for the scripts of the page. */
function named(request: Request, response: Response, next: NextFunction): void {
  for (const name of OURS) delete request.headers[name];
  const id = randomBytes(6).toString("hex");
  const nonce = randomBytes(16).toString("base64");
  request.headers["x-bench-id"] = id;
  request.headers["x-bench-nonce"] = nonce;
  request.headers["x-bench-address"] = request.ip ?? "unknown";
  if (request.path.endsWith(".data")) request.headers["x-bench-data"] = "yes";
  response.locals["nonce"] = nonce;
  response.setHeader("X-Request-Id", id);
  const writeHead = response.writeHead.bind(response);
  response.writeHead = (...head: unknown[]) => {
    const status = typeof head[0] === "number" ? head[0] : response.statusCode;
    // The page that shows trouble finds the id here, on whatever way it got there.
    if (status >= 500) {
      response.appendHeader("Set-Cookie", `trouble=${id}; Path=/; Max-Age=120; SameSite=Strict`);
    }
    if (!response.hasHeader("Cache-Control")) response.setHeader("Cache-Control", "no-store");
    return writeHead(...(head as Parameters<typeof writeHead>));
  };
  next();
}

/** The two styles that the package for zooming writes into the page, which knows no nonce. */
const ZOOM_STYLES = [
  "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='",
  "'sha256-/aQdAPrD+kc0v7HnGQTuKBtoP6ZN+lnzOGVJ1Qt6dfw='",
];

function headers({ tls }: Settings) {
  const nonce = (_: unknown, response: unknown): string =>
    `'nonce-${String((response as Response).locals["nonce"])}'`;
  const own = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", nonce],
        styleSrc: ["'self'", nonce, ...ZOOM_STYLES],
        styleSrcAttr: ["'none'"],
        imgSrc: ["'self'", "data:", "blob:"],
        mediaSrc: ["'self'", "blob:"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: tls ? { maxAge: 31_536_000 } : false,
    referrerPolicy: { policy: "same-origin" },
    xFrameOptions: { action: "deny" },
  });
  return (request: Request, response: Response, next: NextFunction): void => {
    response.setHeader(
      "Permissions-Policy",
      "camera=(self), microphone=(), geolocation=(), payment=(), usb=(), serial=()",
    );
    own(request, response, next);
  };
}

/** An address, a method and a host that this program knows. */
function wellFormed({ hosts }: Settings) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const { method, url } = request;
    const name = hostName(request.host);
    if (name === undefined) return refuse(request, response, 400, "This is no host.");
    if (!hosts.has(name)) {
      const words = `This program does not answer to ${name}. Start it with BENCH_HOSTS=${name}.`;
      return refuse(request, response, 421, words);
    }
    if (!METHODS.has(method)) {
      response.setHeader("Allow", [...METHODS].join(", "));
      return refuse(request, response, 405, "There is nothing to be done in this way.");
    }
    if (url.length > LONGEST_URL)
      return refuse(request, response, 414, "This address is too long.");
    if (!isReadable(url)) return refuse(request, response, 400, "This is no address.");
    next();
  };
}

function isReadable(url: string): boolean {
  try {
    // Slashes that were written as letters would lead somewhere else than they seem to.
    const path = decodeURIComponent(url.split("?")[0]!);
    return !/[\0\\]/.test(path) && !path.startsWith("//") && !/%00/.test(url);
  } catch {
    return false;
  }
}

const isRead = ({ method }: Request): boolean => method === "GET" || method === "HEAD";

/** The one door of all that writes: no other web page opens it. */
function fromHere(request: Request, response: Response, next: NextFunction): void {
  if (isRead(request)) return next();
  const came = {
    site: request.get("Sec-Fetch-Site"),
    origin: request.get("Origin"),
    host: request.host,
    isSecure: request.secure,
  };
  if (isOwn(came)) return next();
  refuse(request, response, 403, "This was sent by another web page, and nothing was written.");
}

/** What a body is and how large it may be, counted while it is read. */
function body({ packBytes }: Settings) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const length = Number(request.headers["content-length"] ?? 0);
    const hasBody = length > 0 || request.headers["transfer-encoding"] !== undefined;
    if (isRead(request) || !hasBody) {
      if (isRead(request) && hasBody) {
        return refuse(request, response, 400, "Nothing is sent along with a question.");
      }
      return next();
    }
    const { takes, most } = bodyRule(request.path, packBytes);
    const kind = kindOfBody(request.headers["content-type"]);
    if (kind === undefined || !takes.includes(kind)) {
      return refuse(
        request,
        response,
        415,
        `Sent in another way than it is taken here: ${takes.join(" or ")}.`,
      );
    }
    if (length > most) return tooLarge(request, response, most);
    let read = 0;
    request.on("data", (chunk: Buffer) => {
      read += chunk.length;
      if (read > most && !response.headersSent) tooLarge(request, response, most);
    });
    // Only counted: whoever reads the body starts it.
    request.pause();
    next();
  };
}

function tooLarge(request: Request, response: Response, most: number): void {
  const size = most < 1_000_000 ? `${most / 1000} kB` : `${most / 1_000_000} MB`;
  refuse(request, response, 413, `That is too large: at most ${size} are taken here.`);
}

/** The last door: what broke is logged with its id, and told without a word of what it was. */
export function lastDoor(app: Express): void {
  app.use((error: unknown, request: Request, response: Response, _next: NextFunction) => {
    void _next;
    if (response.headersSent) {
      // Somebody was answered already: too large, or gone.
      response.destroy();
      return;
    }
    const { status } = error as { status?: unknown };
    const known = typeof status === "number" && status >= 400 && status < 500 ? status : 500;
    if (known === 500) log.error({ id: response.getHeader("X-Request-Id"), err: error });
    const words =
      known === 500
        ? `Something broke. Say this number to whoever looks after the program: ${String(response.getHeader("X-Request-Id"))}`
        : "This request cannot be read.";
    refuse(request, response, known, words);
  });
}
