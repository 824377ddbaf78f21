import { LineChart } from "echarts/charts";
import { GridComponent, MarkLineComponent, TooltipComponent } from "echarts/components";
import { init, use as register } from "echarts/core";
import { CanvasRenderer } from "echarts/renderers";

register([LineChart, GridComponent, TooltipComponent, MarkLineComponent, CanvasRenderer]);

/** ECharts with just what the run chart draws. */
export { init };
