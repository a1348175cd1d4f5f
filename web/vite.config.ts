import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

// Few files, each for one thing: what every page takes, what pages of a piece take, what is drawn.
// Whatever belongs to one place alone stays with it.
const VENDOR =
  /node_modules\/(@vue|vue|vue-router|pinia|@tanstack|openapi-fetch|@primeuix\/(styled|utils|themes|styles\/dist\/(base|button|inputtext|ripple|badge))|@primevue\/core|primevue\/(button|inputtext|ripple|badge|toasteventbus|config|base\w*))\//
const ICONS = /node_modules\/@primevue\/icons\/(baseicon|spinner)/
const FIRST =
  /\/src\/(api\/(?!meshes|lines)|theme\/)|\/src\/kit\/(kit\.css|ActionButton|keys|kept|notices|useAction|LoadState|PageTurner|EmptyPlace|Meanings|FilePick|words|looking)|\/src\/composables\/(usePreferences|useShortcuts|useChoices)|\/src\/logic\/(sketch|rings)/
const HELPERS = /plugin-vue:export-helper|vite\/preload-helper|rolldown[\\/-]runtime/
const FIELDS =
  /\/src\/kit\/(?!Chart)|\/src\/composables\/(usePiece|useStage|useWorking|useSize|useTimers)|\/src\/logic\/(drafts|ripple|localTime|keys|bell|kilnAxis)|\/src\/components\/(MessageText|Answer|FindingsList|PieceField|PieceText|ChoiceEntry|FlagEntry|SumLinks|CautionList|PhotoAdder|BenchTimers)|\/src\/places\/piece\/(PiecePage|ChainStrip|PieceHeader|StationPath|ThreadBar|LeadStrip|parts)/
const CONTROLS =
  /node_modules\/(@primeuix\/styles\/dist\/(select|checkbox|selectbutton|togglebutton|virtualscroller|textarea|progressbar|menu|iconfield|inputicon|message)|primevue\/(select|checkbox|selectbutton|togglebutton|virtualscroller|textarea|progressbar|menu|tieredmenu|portal|overlayeventbus)|@primevue\/icons)\//
const DRAWN =
  /\/src\/drawing\/(Section|SketchDrawing|Plan|Motion|Title|Blank|sectionLayout)|\/src\/places\/piece\/SectionSheet|\/src\/composables\/use(Motion|Settled)|\/src\/logic\/(blank|heap|outline)|\/src\/stations\/(cradle\/(WaysList|methods)|layup\/OutcomeShape)|node_modules\/primevue\/slider\//
const HEAT =
  /\/src\/drawing\/(Heat|Clock|Stress|FireLine|heatScale|heatLine|fireLine)|\/src\/stations\/heat\/(StepList|RemarkList)/

export default defineConfig({
  base: '/static/',
  plugins: [vue()],
  build: {
    outDir: 'dist',
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        advancedChunks: {
          includeDependenciesRecursively: false,
          groups: [
            { name: 'base', test: (id) => [VENDOR, ICONS, FIRST, HELPERS].some((one) => one.test(id)) },
            { name: 'fields', test: (id) => FIELDS.test(id) || CONTROLS.test(id) },
            { name: 'drawn', test: DRAWN },
            { name: 'heat', test: HEAT },
          ],
        },
      },
    },
  },
})
