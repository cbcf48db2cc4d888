import { addressOf, askFor, isFiltered, wantedFrom } from './wanted';

const of = (address: string) => wantedFrom(new URL(address, 'http://plavo').searchParams);

it('an address says which pieces are shown, and comes back the same', () => {
  const address = '/?campaign=ostrel&search=slow+trains&sort=verdict&turned=1&view=table&verdict=lost&from=2026-05-02';
  expect(new URL(addressOf(of(address)), 'http://plavo').searchParams.toString().split('&').sort()).toEqual(
    address.slice(2).split('&').sort(),
  );
  expect(addressOf(of('/'))).toBe('/');
});

it('what an address says wrongly is left out', () => {
  expect(of('/?sort=size&colour=red&photo=../x&from=2026-13-45&to=soon&view=list&verdict=fine')).toEqual(
    expect.objectContaining({ sort: 'changed', view: 'cards' }),
  );
  expect(isFiltered(of('/?colour=red&from=2026-13-45'))).toBe(false);
  expect(isFiltered(of('/?colour=%23aabbcc'))).toBe(true);
});

it('turned asks for the other way than the order goes', () => {
  expect(askFor(of('/?sort=name&turned=1'))).toMatchObject({ sort: 'name', order: 'desc' });
  expect(askFor(of('/?turned=1'))).toMatchObject({ sort: 'changed', order: 'asc' });
  expect(askFor(of('/?sort=name'))).not.toHaveProperty('order');
});
