import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useEffect } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { useFetcher } from "react-router";
import type { NewTicket } from "../../core/ticket/index.ts";
import { dayWords } from "../ui/days.ts";

const WAIT_MS = 400;

/** The day that can be promised: in nine of ten simulated shops the machine is ready by then. */
export function EarliestDay() {
  const { control, setValue } = useFormContext<NewTicket>();
  const [code, parts, promised] = useWatch({ control, name: ["code", "parts", "promised"] });
  const fetcher = useFetcher<{
    readonly earliest: { readonly likely: string; readonly sure: string } | null;
  }>();
  const query = new URLSearchParams([["code", code], ...parts.map((part) => ["part", part])]);
  const address = `/days/earliest?${query.toString()}`;
  const isAsked = code !== "" && parts.length > 0;
  const { load } = fetcher;
  useEffect(() => {
    if (!isAsked) return;
    const timer = setTimeout(() => void load(address), WAIT_MS);
    return () => clearTimeout(timer);
  }, [address, isAsked, load]);
  const found = isAsked ? fetcher.data?.earliest : undefined;
  if (!found) return null;
  const { likely, sure } = found;
  return (
    <Typography component="div" aria-live="polite" sx={{ color: "var(--soft)", mt: -1 }}>
      Ready by {dayWords(sure)} in 9 of 10 cases
      {likely !== sure && `, by ${dayWords(likely)} in 5 of 10`}.{" "}
      {promised !== sure && (
        <Button
          size="small"
          onClick={() => setValue("promised", sure, { shouldDirty: true, shouldValidate: true })}
        >
          Promise {dayWords(sure)}
        </Button>
      )}
    </Typography>
  );
}
