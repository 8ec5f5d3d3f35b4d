import "@fontsource/source-serif-4/latin-400.css";
import "@fontsource/source-serif-4/latin-400-italic.css";
import "@fontsource/source-serif-4/latin-600.css";
import "@fontsource/fira-sans/latin-400.css";
import "@fontsource/fira-sans/latin-500.css";
import "@fontsource/fira-sans/latin-600.css";
import "@fontsource/fira-mono/latin-400.css";
import "katex/dist/katex.min.css";
import "element-plus/theme-chalk/base.css";
import "./styles/values.css";
import "./styles/roles.css";
import "./styles/element.css";
import "./styles/base.css";
import "./styles/print.css";

import { createPinia } from "pinia";
import { createApp } from "vue";

import App from "./App.vue";
import { router } from "./router";
import { sharePreferences } from "./shared/preferences";
import { applyTheme } from "./shared/theme";

applyTheme();
sharePreferences();
createApp(App).use(createPinia()).use(router).mount("#app");
