import { nanoid } from "nanoid";
import { useRef } from "react";
import { useFetcher } from "react-router";

export interface Sending {
  readonly send: (body: object) => void;
  readonly isBusy: boolean;
  /** Why the last one was not done, in words. */
  readonly error: string | undefined;
  /** Whether the last one was done. */
  readonly isDone: boolean;
}

/**
 * Sends JSON to an address of this program; the page is read anew by it. Each sending has an id, and the same content
 * sent again after an answer that got lost has the same one: it is written once.
 */
export function useSend(to: string): Sending {
  const fetcher = useFetcher<{ readonly error: string | undefined }>();
  const last = useRef<{ text: string; id: string } | undefined>(undefined);
  const isBusy = fetcher.state !== "idle";
  return {
    send: (body) => {
      if (isBusy) return;
      const text = JSON.stringify(body);
      const wasLost = fetcher.data === undefined && last.current?.text === text;
      const id = wasLost ? last.current!.id : nanoid();
      last.current = { text, id };
      void fetcher.submit(
        { ...body, id },
        {
          method: "post",
          action: to,
          encType: "application/json",
        },
      );
    },
    isBusy,
    error: isBusy ? undefined : fetcher.data?.error,
    isDone: !isBusy && fetcher.data !== undefined && fetcher.data.error === undefined,
  };
}
