'use client';
import { Notice } from '../src/interface/shared/Notice';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <Notice
      title="The page could not be made"
      message="The server may be starting or its database away. Nothing was changed, and unsaved edits are kept in this browser."
      retry={reset}
    />
  );
}
