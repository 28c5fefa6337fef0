export {
  keepPhoto,
  keepView,
  MOST_PHOTO_BYTES,
  photoAndThumb,
  takePhotoAway,
} from "./photos.server.ts";
