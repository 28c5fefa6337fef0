export { keepPhoto, keepView, MOST_PHOTO_BYTES, takePhotoAway } from "./photos.server.ts";
