export {
  addGuidePhotos,
  addPhoto,
  dropPhoto,
  photosOf,
  readPhoto,
  sweepPhotos,
  unknownPhotos,
  type Photo,
} from "./photos.server.ts";
