export {
  addPhoto,
  dropPhoto,
  photosOf,
  readPhoto,
  sweepPhotos,
  type Photo,
} from "./photos.server.ts";
