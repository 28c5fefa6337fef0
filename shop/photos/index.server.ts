export { keepPhoto, MOST_PHOTO_BYTES, takePhotoAway } from "./photos.server.ts";
