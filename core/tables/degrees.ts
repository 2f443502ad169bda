/** Headers that say in some language that degrees of a place stand below them. */
const degreesOf = (names: string) =>
  new RegExp(`^(?:geo[\\s_-]?)?(?:${names})(?:[\\s_-]*(?:deg|dd|degrees|wgs\\s?84|\\(.*\\)|\\[.*\\]|°))?$`, 'iu');
const latitudes = degreesOf(
  'lat\\.?|latitud[eo]?|latitudine|breite|breitengrad|geographische breite|breedtegraad|breddegrad|leveysaste|szerokość(?: geograficzna)?|zeměpisná šířka|широта|enlem|緯度|纬度',
);
const longitudes = degreesOf(
  'lon\\.?|lng|long\\.?|longitud[eo]?|longitudine|länge|laenge|längengrad|geographische länge|lengtegraad|lengdegrad|længdegrad|pituusaste|długość(?: geograficzna)?|zeměpisná délka|долгота|boylam|経度|经度',
);

/** Whether a header says that degrees north stand below it. */
export const namesLatitude = (header: string): boolean => latitudes.test(header.trim());

/** Whether a header says that degrees east stand below it. */
export const namesLongitude = (header: string): boolean => longitudes.test(header.trim());
