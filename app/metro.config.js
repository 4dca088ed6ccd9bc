const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// The app words its own errors: Zod's forty languages would be a third of the first load.
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (/zod.*locales/.test(context.originModulePath) === false && /\/locales\/index\.(js|cjs)$/.test(name)) {
    return { type: 'empty' };
  }
  return (resolve ?? context.resolveRequest)(context, name, platform);
};

module.exports = config;
