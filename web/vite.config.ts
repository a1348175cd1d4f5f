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
              name: 'controls',
              test: /\/src\/kit\/(?!ActionButton|keys|kept|notices|useAction|LoadState|PageTurner|EmptyPlace|Meanings|FilePick|words|DayField|RadioCard)|\/src\/composables\/(usePiece|useChoices|useStage|useWorking|useSize)|\/src\/logic\/(drafts|ripple|localTime)|\/src\/components\/(MessageText|Answer|FindingsList|PieceField|PieceText|ChoiceEntry|FlagEntry|SumLinks|CautionList|CradlePicker)|node_modules\/primevue\/(select|checkbox|selectbutton|togglebutton|virtualscroller|textarea|progressbar)\//,
            },
          ],
        },
      },
    },
  },
})
