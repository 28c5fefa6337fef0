import { nameOf, type Person } from "../../../core/people/index.ts";
import Box from "@mui/material/Box";
import { type StepPhoto, Thumb } from "./left-here.tsx";
import ButtonBase from "@mui/material/ButtonBase";
import { useEffect } from "react";
import { useFetcher } from "react-router";
import { BigButton, Refused, StepLine } from "../screen/panel.tsx";
import { PictureSource } from "./picture-source.tsx";
import { useMay } from "../../ui/who.ts";

/** What comes back when a picture was kept or taken away. */
export interface KeptPhotos {
  readonly error: string | undefined;
  readonly photos: readonly StepPhoto[] | undefined;
}

/** A picture of this step: from the camera, or a file. */
export function PhotoPanel({
  ticket,
  step,
  about,
  people,
  photos,
  onKept,
  onClose,
}: {
  ticket: number;
  step: string;
  about: string;
  people: readonly Person[];
  photos: readonly StepPhoto[];
  /** The photos of the ticket, as they are now. */
  onKept: (photos: readonly StepPhoto[]) => void;
  onClose: () => void;
}) {
  const may = useMay();
  const fetcher = useFetcher<KeptPhotos>();
  const kept = fetcher.data?.photos;
  useEffect(() => {
    if (kept) onKept(kept);
  }, [kept, onKept]);
  const action = `/tickets/${ticket}/photos`;
  const send = (photo: Blob) => {
    const form = new FormData();
    form.set("step", step);
    form.set("photo", photo, "photo");
    void fetcher.submit(form, { method: "post", action, encType: "multipart/form-data" });
  };
  return (
    <Box sx={{ display: "grid", gap: 1.5, alignContent: "start" }}>
      <StepLine>A picture of this step</StepLine>
      <Box sx={{ fontSize: 18, color: "var(--soft)" }}>At: {about}</Box>
      <PictureSource onTaken={send} />
      <Box role="status" sx={{ fontSize: 17, minHeight: 24 }}>
        {fetcher.state === "idle" ? "" : "Keeping the picture"}
      </Box>
      {fetcher.data?.error !== undefined && <Refused>{fetcher.data.error}</Refused>}
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
        {photos.map(({ id, by }) => (
          <Box key={id} sx={{ display: "grid", gap: 0.5 }}>
            <Thumb id={id} by={nameOf(people, by)} />
            {may("take-away", { by }) && (
              <ButtonBase
                onClick={() => void fetcher.submit({ id }, { method: "delete", action })}
                sx={{ minHeight: 40, border: "1px solid var(--line)", borderRadius: "6px" }}
              >
                Take away
              </ButtonBase>
            )}
          </Box>
        ))}
      </Box>
      <BigButton tone="plain" hint="Esc" onClick={onClose}>
        Back to the step
      </BigButton>
    </Box>
  );
}
