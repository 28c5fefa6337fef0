import { Writable } from "node:stream";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import createEmotionServer from "@emotion/server/create-instance";
import { renderToPipeableStream } from "react-dom/server";
import { type EntryContext, ServerRouter } from "react-router";

/** Where the styles of the page are put in the head. */
const MARK = '<meta name="emotion-insertion-point" content=""/>';
const TIMEOUT_MS = 10_000;

export default function serveDocument(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> {
  const cache = createCache({ key: "css" });
  return new Promise((resolve, reject) => {
    let code = status;
    const { pipe, abort } = renderToPipeableStream(
      <CacheProvider value={cache}>
        <ServerRouter context={context} url={request.url} />
      </CacheProvider>,
      {
        // The page goes out whole: no piece of it is put in its place by a script afterwards.
        progressiveChunkSize: Infinity,
        onAllReady() {
          pipe(collect((html) => resolve(page(withStyles(cache, html), code, headers)), reject));
        },
        onShellError: reject,
        onError(error) {
          code = 500;
          if (!request.signal.aborted) console.error(error);
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

function page(html: string, status: number, headers: Headers): Response {
  headers.set("Content-Type", "text/html; charset=utf-8");
  return new Response(html, { status, headers });
}
