import { defineStore } from 'pinia'
import { ref, watchEffect } from 'vue'

export type Theme = 'light' | 'dark'

/** Light or dark: the system's choice until the reader makes one, which is kept. */
export const useTheme = defineStore('theme', () => {
  const kept = localStorage.getItem('theme')
  const dark = window.matchMedia('(prefers-color-scheme: dark)').matches
  const theme = ref<Theme>(kept === 'light' || kept === 'dark' ? kept : dark ? 'dark' : 'light')

  watchEffect(() => {
    document.documentElement.dataset.bsTheme = theme.value
  })

  function toggle() {
    theme.value = theme.value === 'dark' ? 'light' : 'dark'
    localStorage.setItem('theme', theme.value)
  }

  return { theme, toggle }
})
