// Less computes colours when it compiles; the tokens are only known in the browser. These functions
// answer for a var(…) with color-mix(…) and leave every other argument to Less itself.
module.exports = {
  install(less, _manager, functions) {
    const isToken = (node) => typeof node?.value === 'string' && node.value.includes('var(');
    const text = (node) => node.value;
    const percent = (node) => Math.max(0, Math.min(100, node?.value ?? 0));
    const mixers = {
      fade: (color, amount) =>
        `color-mix(in srgb, ${text(color)} ${percent(amount)}%, transparent)`,
      darken: (color, amount) => `color-mix(in srgb, ${text(color)}, black ${percent(amount)}%)`,
      lighten: (color, amount) => `color-mix(in srgb, ${text(color)}, white ${percent(amount)}%)`,
      shade: (color, amount) => `color-mix(in srgb, ${text(color)}, black ${percent(amount)}%)`,
      tint: (color, amount) => `color-mix(in srgb, ${text(color)}, white ${percent(amount)}%)`,
    };
    for (const [name, mix] of Object.entries(mixers)) {
      functions.add(name, function (color, amount) {
        if (isToken(color)) return new less.tree.Anonymous(mix(color, amount));
        return less.functions.functionRegistry.get(name).call(this, color, amount);
      });
    }
  },
};
