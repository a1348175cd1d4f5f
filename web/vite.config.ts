import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  base: '/static/',
  plugins: [vue()],
  build: {
    outDir: 'dist',
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // few files, each for one thing: opening a page asks for a handful of them
        advancedChunks: {
          groups: [
            {
              name: 'base',
              test: /node_modules\/(@vue|vue|vue-router|pinia|@tanstack|openapi-fetch|@primevue\/core|@primeuix\/(styled|utils|themes))\/|\/src\/(api|theme)\/|\/src\/kit\/kit\.css/,
            },
            {
              name: 'kit',
              test: /\/src\/kit\/(ActionButton|keys|kept|notices|useAction|LoadState|PageTurner|EmptyPlace|Meanings|FilePick|words)|\/src\/composables\/(usePreferences|useShortcuts)|node_modules\/primevue\/(button|inputtext)\//,
            },
            {
              name: 'heatline',
              test: /\/src\/drawing\/(Heat|Clock|Stress|FireLine|heatScale|heatLine|fireLine)|\/src\/stations\/heat\/(StepList|RemarkList)/,
            },
            {
              name: 'section',
              test: /\/src\/drawing\/(Section|SketchDrawing|Plan|Motion|Title|sectionLayout)|\/src\/places\/piece\/SectionSheet|\/src\/composables\/useMotion|\/src\/stations\/(cradle\/WaysList|layup\/OutcomeShape)/,
            },
            {
              name: 'controls',
              test: /\/src\/kit\/(?!ActionButton|keys|kept|notices|useAction|LoadState|PageTurner|EmptyPlace|Meanings|FilePick|words|DayField|RadioCard)|\/src\/composables\/(usePiece|useChoices|useStage|useWorking|useSize|useTimers)|\/src\/logic\/(drafts|ripple|localTime|keys|bell)|\/src\/components\/(MessageText|Answer|FindingsList|PieceField|PieceText|ChoiceEntry|FlagEntry|SumLinks|CautionList|CradlePicker|PhotoAdder|BenchTimers)|node_modules\/primevue\/(select|checkbox|selectbutton|togglebutton|virtualscroller|textarea|progressbar)\//,
            },
          ],
        },
      },
    },
  },
})
