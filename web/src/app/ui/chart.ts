import { DestroyRef, Directive, effect, ElementRef, inject, input } from '@angular/core';
import type { ECharts, EChartsCoreOption } from 'echarts/core';
import { startChart } from './echarts-core';

/** A chart in an element of a fixed height, as wide as there is room. What it shows stands beside it as text too. */
@Directive({ selector: '[appChart]', host: { 'aria-hidden': 'true' } })
export class Chart {
  readonly options = input.required<EChartsCoreOption>({ alias: 'appChart' });
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private chart: ECharts | undefined;

  constructor() {
    effect(() => {
      const options = this.options();
      this.chart ??= startChart(this.element);
      // Its height may be another one now.
      this.chart.resize();
      this.chart.setOption(options, { notMerge: true });
    });
    const watch = new ResizeObserver(() => {
      this.chart?.resize();
    });
    watch.observe(this.element);
    inject(DestroyRef).onDestroy(() => {
      watch.disconnect();
      this.chart?.dispose();
    });
  }
}
