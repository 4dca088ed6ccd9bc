/** Parts of every page that the focus is led to, by the ids they stand under. */
export const PAGE_ID = 'page';
export const TITLE_ID = 'page-title';
export const PLACES_ID = 'places';
