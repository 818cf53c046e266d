import { configure } from '@testing-library/react';

// What a screen does next, it does after a while; on a busy machine the library's own second is often too short.
configure({ asyncUtilTimeout: 20_000 });
