import { FilePick } from "../../ui/file-pick.tsx";
import { Camera } from "./camera.tsx";

/** A picture from the camera, or a file. */
export const PictureSource = ({ onTaken }: { onTaken: (picture: Blob) => void }) => (
  <>
    <Camera onTaken={onTaken} />
    <FilePick
      name="photo"
      label="Or a file: JPEG, PNG or WebP, up to 20 MB"
      accept="image/jpeg,image/png,image/webp"
      onPick={onTaken}
    />
  </>
);
