export {
  addGuidePhotos,
  addPhoto,
  dropPhoto,
  namedPhotos,
  photosOfShop,
  photosOf,
  readPhoto,
  sweepPhotos,
  unknownPhotos,
  type Photo,
} from "./photos.server.ts";
