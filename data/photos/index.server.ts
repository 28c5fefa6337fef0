export {
  addPhoto,
  dropPhoto,
  photosOf,
  readPhoto,
  sweepPhotos,
  type Photo,
  type PhotoFiles,
} from "./photos.server.ts";
