import { Chart } from 'chart.js';

/** Every chart is lettered as the application is. */
Chart.defaults.font.family = 'Hanken Grotesk Variable';
Chart.defaults.font.size = 13;
Chart.defaults.color = '#16261f';
