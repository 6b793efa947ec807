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
    client: { jasmine: { failSpecWithNoExpectations: true, random: true } },
    reporters: ['progress'],
    browsers: ['Quiet'],
    customLaunchers: { Quiet: { base: 'ChromeHeadless', flags } },
    restartOnFileChange: false,
  });
};
