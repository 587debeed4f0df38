const KEY = 'entrada.theme'

export function theme(): 'light' | 'dark' {
  const chosen = localStorage.getItem(KEY)
  if (chosen === 'light' || chosen === 'dark') return chosen
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

export function applyTheme() {
  document.documentElement.dataset.bsTheme = theme()
}

export function switchTheme() {
  localStorage.setItem(KEY, theme() === 'dark' ? 'light' : 'dark')
  applyTheme()
}
