import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { startTransition, StrictMode } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import { askGuideOfPage } from "./bench/sync/kept-guide.ts";

const point = document.querySelector<HTMLMetaElement>('meta[name="emotion-insertion-point"]');
const cache = createCache({ key: "css", ...(point ? { insertionPoint: point } : {}) });

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
