import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useFetcher } from "react-router";
import { AT_INTAKE } from "../../core/ticket/index.ts";
import { FilePick } from "../ui/file-pick.tsx";

/** Pictures of a machine as it came in: added and taken away on its ticket. */
export function IntakePhotos({ number, photos }: { number: number; photos: readonly string[] }) {
  const fetcher = useFetcher<{ readonly error: string | undefined }>();
  const action = `/tickets/${number}/photos`;
  const send = (photo: File) => {
    const form = new FormData();
    form.set("step", AT_INTAKE);
    form.set("photo", photo);
    void fetcher.submit(form, { method: "post", action, encType: "multipart/form-data" });
  };
  return (
    <Box sx={{ display: "grid", gap: 1, mt: 1 }}>
      {fetcher.data?.error !== undefined && <Alert severity="error">{fetcher.data.error}</Alert>}
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "flex-start" }}>
        {photos.map((id, i) => (
          <Box key={id} sx={{ display: "grid", gap: 0.5 }}>
            <a href={`/photos/${id}`} target="_blank" rel="noreferrer">
              <img
                src={`/photos/${id}?thumb`}
                alt={`As it came in, picture ${i + 1}`}
                style={{ height: 96, borderRadius: 4, border: "1px solid var(--line)" }}
              />
            </a>
            <Button
              size="small"
              aria-label={`Take picture ${i + 1} away`}
              onClick={() => void fetcher.submit({ id }, { method: "delete", action })}
            >
              Take away
            </Button>
          </Box>
        ))}
      </Box>
      <Box>
        <FilePick
          name="photo"
          label="Add a picture of how it came in"
          accept="image/*"
          onPick={send}
        />
      </Box>
    </Box>
  );
}
