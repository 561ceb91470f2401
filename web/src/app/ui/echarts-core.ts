import { CustomChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

// Drawn as SVG: its text is text, it prints, and it takes its colours from the theme.
echarts.use([CustomChart, GridComponent, SVGRenderer]);
export const startChart = (element: HTMLElement): echarts.ECharts =>
  echarts.init(element, null, { renderer: 'svg' });
