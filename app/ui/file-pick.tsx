import AttachFile from "@mui/icons-material/AttachFile";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useRef, useState } from "react";

/** A file chosen from the disk (or the camera): a button that says which one it has. */
export function FilePick({
  name,
  label,
  accept,
  onPick,
  most = Infinity,
}: {
  name: string;
  label: string;
  accept: string;
  /** Called with the file at once, where nothing else is to be said with it. */
  onPick?: (file: File) => void;
  /** Bytes that are taken; a larger file is not even sent. */
  most?: number;
}) {
  const [chosen, setChosen] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        variant="outlined"
        startIcon={<AttachFile />}
        onClick={() => input.current?.click()}
        aria-label={chosen === undefined ? label : `${label}: ${chosen}`}
      >
        <Box component="span" sx={{ maxWidth: 380, overflow: "hidden", textOverflow: "ellipsis" }}>
          {chosen ?? label}
        </Box>
      </Button>
      <input
        type="file"
        name={name}
        accept={accept}
        ref={input}
        hidden
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file && file.size > most) {
            event.target.value = "";
            return setChosen(`Too large: at most ${Math.round(most / 1e6)} MB`);
          }
          if (!onPick) return setChosen(file?.name);
          if (file) onPick(file);
          // The same file can be chosen once more.
          event.target.value = "";
        }}
      />
    </>
  );
}
