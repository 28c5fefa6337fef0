import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { startTransition, StrictMode } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import { nonceOfPage } from "./ui/nonce.ts";
import { askGuideOfPage } from "./bench/sync/kept-guide.ts";

const point = document.querySelector<HTMLMetaElement>('meta[name="emotion-insertion-point"]');
const nonce = nonceOfPage();
const cache = createCache({
  key: "css",
  ...(nonce ? { nonce } : {}),
  ...(point ? { insertionPoint: point } : {}),
});

await askGuideOfPage();
startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <CacheProvider value={cache}>
        <HydratedRouter />
      </CacheProvider>
    </StrictMode>,
  );
});
