import { dayOf } from '../src/event/dayOf';

test('the small hours belong to the evening before', () => {
  expect(dayOf(new Date(2027, 5, 13, 2, 30))).toBe('2027-06-12');
  expect(dayOf(new Date(2027, 5, 13, 5, 59))).toBe('2027-06-12');
  expect(dayOf(new Date(2027, 5, 13, 6, 0))).toBe('2027-06-13');
  expect(dayOf(new Date(2027, 0, 1, 1, 0))).toBe('2026-12-31');
});
