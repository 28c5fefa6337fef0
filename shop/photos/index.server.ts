export { keepPhoto, MOST_PHOTO_BYTES, takePhotoAway, type PhotoError } from "./photos.server.ts";
