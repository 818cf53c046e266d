// Before the first paint, so that a dim shop is not flashed at.
document.documentElement.dataset.theme =
  localStorage.getItem('tare.theme') ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');
