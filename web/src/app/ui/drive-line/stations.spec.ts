import { blankStage } from '@crisp-notch/core/parts';
import { quantityOf } from '@crisp-notch/core/shape';
import { exampleView } from '../../testing/example-view';
import { STATIONS, stationViews } from './stations';

describe('the stations of a drive line', () => {
  it('run from the volts to the carriage, each with one headline', () => {
    const stations = stationViews(exampleView(), 'metric');
    expect(stations.map((item) => item.station)).toEqual([...STATIONS]);
    expect(stations.map((item) => `${item.headline.digits} ${item.headline.unit}`)).toEqual([
      '24 V',
      '1/4 step',
      '1.8 °',
      '1 : 1',
      '1.27 mm/turn',
      '– ',
    ]);
  });

  it('speak the reader’s units', () => {
    const screw = stationViews(exampleView(), 'inch').find((item) => item.station === 'transmission');
    expect(screw?.headline).toEqual({ digits: '0.05', unit: 'in/turn' });
  });

  it('show what is assumed as assumed', () => {
    const assumed = stationViews(exampleView(), 'metric')
      .filter((item) => item.isAssumed)
      .map((item) => item.station);
    expect(assumed).toEqual(['supply', 'transmission']);
  });

  it('carry the finding that belongs to them, the controller’s at the driver', () => {
    const view = exampleView((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf('9 A') } }));
    const found = stationViews(view, 'metric').filter((item) => item.finding !== null);
    expect(found.map((item) => [item.station, item.finding?.severity])).toEqual([['driver', 'stop']]);
    const slow = {
      ...view,
      findings: view.findings.map((finding) => ({ ...finding, station: 'controller' as const })),
    };
    expect(stationViews(slow, 'metric').find((item) => item.finding !== null)?.station).toBe('driver');
  });

  it('name the gears between motor and transmission', () => {
    const view = exampleView((axis) => ({ ...axis, reduction: [blankStage('belt', 16, 48)] }));
    const reduction = stationViews(view, 'metric').find((item) => item.station === 'reduction');
    expect([reduction?.name, reduction?.headline.digits, reduction?.detail]).toEqual(['1 stage', '3', '48/16']);
  });

  it('speak of volts over ohms where nothing limits the current, and of no steps where there are none', () => {
    const bridge = exampleView((axis) => ({
      ...axis,
      driver: {
        ...axis.driver,
        specification: { ...axis.driver.specification, type: 'bridge', drop: quantityOf('2.2 V') },
      },
      motor: { ...axis.motor, specification: { ...axis.motor.specification, resistance: quantityOf('9 Ω') } },
    }));
    // 24 V less 2.2 V, over 9 Ω.
    expect(stationViews(bridge, 'metric').find((item) => item.station === 'driver')?.detail).toContain(
      '2.42\u00a0A a coil',
    );
    const brushed = exampleView((axis) => ({
      ...axis,
      driver: {
        ...axis.driver,
        specification: {
          ...axis.driver.specification,
          type: 'bridge',
          drop: quantityOf('2.2 V'),
          currentMost: quantityOf('7 A'),
        },
      },
      motor: {
        ...axis.motor,
        specification: { ...axis.motor.specification, type: 'brushed', resistance: quantityOf('4 Ω') },
      },
    }));
    const [driver, motor] = ['driver', 'motor'].map((station) =>
      stationViews(brushed, 'metric').find((item) => item.station === station),
    );
    expect([driver?.headline.digits, driver?.detail]).toEqual(['7', 'stalled 5.45\u00a0A']);
    expect(motor?.headline).toEqual({ digits: '1.5', unit: 'A' });
  });
});
