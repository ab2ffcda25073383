import { watchEffect } from 'vue'

/** Keeps the browser's title in step with the page. */
export function useTitle(title: () => string) {
  watchEffect(() => {
    document.title = title() ? `${title()} – Durchgang` : 'Durchgang'
  })
}
