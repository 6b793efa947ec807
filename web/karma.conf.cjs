const flags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-dev-shm-usage',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];

module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher'), require('karma-coverage')],
    // As patient as the other suites (scripts/patience.ts), also while the computer does other things.
    client: { jasmine: { failSpecWithNoExpectations: true, random: true, timeoutInterval: 300_000 } },
    captureTimeout: 300_000,
    browserNoActivityTimeout: 300_000,
    reporters: ['progress'],
    browsers: ['Quiet'],
    customLaunchers: { Quiet: { base: 'ChromeHeadless', flags } },
    restartOnFileChange: false,
  });
};
