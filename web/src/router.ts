import { createRouter, createWebHistory } from "vue-router";

/** One chunk of code for each screen. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "shelf", component: () => import("./shelf/ShelfPage.vue") },
    { path: "/w/:id", name: "worksheet", component: () => import("./worksheet/WorksheetPage.vue"), props: true },
    { path: "/:rest(.*)*", redirect: "/" },
  ],
});
