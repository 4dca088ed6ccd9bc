// In the place of animation for the chart, which moves a dot along its line where somebody asks for one. Nobody here does, and
// animation would weigh more than all of the chart.
const { default: View } = require('react-native-web/dist/exports/View');

class Value {
  addListener() {}
}

module.exports = { View, Value, createAnimatedComponent: (component) => component, event: () => undefined };
