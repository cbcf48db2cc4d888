import { Notice } from '../src/interface/shared/Notice';

export default function NotFound() {
  return (
    <Notice title="There is no such page" message="The piece may have been deleted, or the address is not complete." />
  );
}
