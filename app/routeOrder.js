// The router's own, but for one thing: it sorts routes of one pattern by the rules of a language, and fetching those takes a
// phone 60 ms before its first picture. The names are only keys: any fixed order serves.
const router = require('expo-router/build/fork/getStateFromPath-forks');

const keyOf = ({ routeNames }) => routeNames.join('>');

function getRouteConfigSorter(previousSegments) {
  const compare = router.getRouteConfigSorter(previousSegments);
  return (a, b) => {
    if (a.pattern !== b.pattern) return compare(a, b);
    const [keyA, keyB] = [keyOf(a), keyOf(b)];
    return keyA === keyB ? 0 : keyA < keyB ? 1 : -1;
  };
}

module.exports = { ...router, getRouteConfigSorter };
