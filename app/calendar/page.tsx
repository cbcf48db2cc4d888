import { CalendarPage } from '../../src/interface/calendar/CalendarPage';

export default function Page() {
  return <CalendarPage />;
}
