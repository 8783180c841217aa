import { configure } from '@testing-library/react';

// Parts of a page are loaded when they are wanted; on a busy machine that can take longer
// than the second that is waited by default. What never comes still fails.
configure({ asyncUtilTimeout: 30_000 });
