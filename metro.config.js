const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);
config.transformer.minifierPath = require.resolve('./scripts/minify.cjs');

module.exports = withNativeWind(config, { input: './ui/theme/global.css' });
