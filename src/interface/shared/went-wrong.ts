// Says what went wrong, in words.
import { notifications } from '@mantine/notifications';
import { inWords } from './api';

export const wentWrong = (e: unknown): void => void notifications.show({ color: 'amber', ...inWords(e) });
