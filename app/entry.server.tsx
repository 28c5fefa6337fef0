import { Writable } from "node:stream";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import createEmotionServer from "@emotion/server/create-instance";
import { renderToPipeableStream } from "react-dom/server";
import {
  type EntryContext,
  type HandleErrorFunction,
  isRouteErrorResponse,
  ServerRouter,
} from "react-router";
import { log } from "../server/log.ts";
import { closeShop, shop } from "../shop/open.server.ts";
import { patternOf } from "./frame/route-pattern.ts";
import { NonceContext } from "./ui/nonce.ts";
import { STYLE_DATA } from "./ui/style-data.ts";

/** Where the styles of the page are put in the head. */
const MARK = '<meta name="emotion-insertion-point" content=""/>';
const TIMEOUT_MS = 10_000;

/** The shop is opened before anybody is listened to, and closed when nobody is any more. */
export const openNow = async (): Promise<void> => void (await shop());
export const closeNow = closeShop;

const idOf = (request: Request): string | null => request.headers.get("X-Bench-Id");

/** What broke stands in the log with the id that the page shows; whoever went away broke nothing. */
export const handleError: HandleErrorFunction = (error, { request, params }) => {
  if (request.signal.aborted) return;
  if (isRouteErrorResponse(error) && error.status < 500) return;
  log.error({ id: idOf(request), route: patternOf(request.url, params), err: error });
};

export default function serveDocument(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> {
  const nonce = request.headers.get("X-Bench-Nonce") ?? undefined;
  const cache = createCache({ key: "css", ...(nonce === undefined ? {} : { nonce }) });
  return new Promise((resolve, reject) => {
    let code = status;
    const { pipe, abort } = renderToPipeableStream(
      <CacheProvider value={cache}>
        <NonceContext value={nonce}>
          <ServerRouter
            context={context}
            url={request.url}
            {...(nonce === undefined ? {} : { nonce })}
          />
        </NonceContext>
      </CacheProvider>,
      {
        ...(nonce === undefined ? {} : { nonce }),
        // The page goes out whole: no piece of it is put in its place by a script afterwards.
        progressiveChunkSize: Infinity,
        onAllReady() {
          pipe(
            collect(
              (html) =>
                resolve(page(withStyles(cache, withoutStyleAttributes(html)), code, headers)),
              reject,
            ),
          );
        },
        onShellError: reject,
        onError(error) {
          code = 500;
          if (!request.signal.aborted) log.error({ id: idOf(request), err: error });
        },
      },
    );
    setTimeout(abort, TIMEOUT_MS).unref();
  });
}

function collect(done: (html: string) => void, failed: (error: unknown) => void): Writable {
  const chunks: Buffer[] = [];
  return new Writable({
    write(chunk: Buffer, _encoding, next) {
      chunks.push(chunk);
      next();
    },
    final(next) {
      try {
        done(Buffer.concat(chunks).toString("utf8"));
        next();
      } catch (error) {
        failed(error);
        next();
      }
    },
  });
}

function withStyles(cache: ReturnType<typeof createCache>, html: string): string {
  const emotion = createEmotionServer(cache);
  const styles = emotion.constructStyleTagsFromChunks(emotion.extractCriticalToChunks(html));
  return html.replace(MARK, `${MARK}${styles}`);
}

/**
 * Styles of single elements as data: in an attribute of its own, which no browser obeys, the page's own script finds
 * them (`STYLES_ON`). What somebody could smuggle into the page styles nothing.
 */
const withoutStyleAttributes = (html: string): string =>
  html.replaceAll(' style="', ` ${STYLE_DATA}="`);

function page(html: string, status: number, headers: Headers): Response {
  headers.set("Content-Type", "text/html; charset=utf-8");
  return new Response(html, { status, headers });
}
