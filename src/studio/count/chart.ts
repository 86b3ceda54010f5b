import { BarElement, CategoryScale, Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, BarElement, Tooltip);
Chart.defaults.font.family = "'Source Sans 3 Variable', sans-serif";
Chart.defaults.font.size = 13;

/** What a colour of the look is in the theme in use, for what draws on a canvas. */
export const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();
