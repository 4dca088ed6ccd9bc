module.exports = require('../../core/jest.config.cjs');
