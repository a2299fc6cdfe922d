/** Where in the application a path of the book is looked at and edited; null where it has no place of its own. */
export function linkTo(path: readonly string[]): string | null {
  const [kind, id, what, zone, service] = path;
  switch (kind) {
    case 'templates':
      return what === 'lanes' && zone
        ? `/rates/${zone}${service ? `/${service}` : ''}?template=${id}`
        : `/rates?template=${id}`;
    case 'zones':
      return `/places/${id}`;
    case 'goods':
      return id ? `/goods?filter=${encodeURIComponent(id)}` : '/goods';
    case 'offers':
      return `/offers/${id}`;
    case 'mixing':
    case 'mixedBy':
      return '/rates/mixing';
    case 'taxes':
    case 'markets':
      return '/rates/markets';
    default:
      return null;
  }
}

/** What such a link is called. */
export function placeWords(path: readonly string[]): string {
  switch (path[0]) {
    case 'templates':
      return path[2] === 'lanes' ? 'Open the lane' : 'Open the template';
    case 'goods':
      return 'Open the item';
    default:
      return 'Open it';
  }
}
