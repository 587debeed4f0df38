import '@fontsource/barlow/400.css'
import '@fontsource/barlow/500.css'
import '@fontsource/barlow/600.css'
import '@fontsource/barlow-semi-condensed/400.css'
import '@fontsource/barlow-semi-condensed/500.css'
import '@fontsource/barlow-semi-condensed/600.css'
import '@fontsource/bitter/600.css'
import '@fontsource/spline-sans-mono/400.css'
import './style/main.scss'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { applyTheme } from './kit/theme'

applyTheme()
createApp(App).use(createPinia()).use(router).mount('#app')
