/**
 * Debian's Chromium as it is built without windows, which ./tare installs where it is missing: the same pages take a quarter less
 * of the machine than in a browser that draws a window, its menus and its suggestions for forms round them.
 */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run', '--disable-sync'],
};
