import type { Kit, KitIndex } from '@ergon/core/rig/rig';

/** A kit as a worker takes it. */
export const wholeKit = ({ families, profiles, units }: KitIndex): Kit => ({
  families: [...families.values()],
  profiles: [...profiles.values()],
  units: [...units.values()],
});
