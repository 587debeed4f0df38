import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import pluginVue from 'eslint-plugin-vue'
import accessibility from 'eslint-plugin-vuejs-accessibility'

export default defineConfigWithVueTs(
  { ignores: ['dist/**', 'src/api/schema.d.ts'] },
  pluginVue.configs['flat/essential'],
  accessibility.configs['flat/recommended'],
  vueTsConfigs.recommendedTypeChecked,
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      // a label names its field by lying around it or by its id; either is heard
      'vuejs-accessibility/label-has-for': [
        'error',
        { controlComponents: ['BFormInput'], required: { some: ['nesting', 'id'] } },
      ],
      // the first field of what was just opened takes the cursor
      'vuejs-accessibility/no-autofocus': 'off',
      // keys of a panel are heard where they bubble to; files dropped on a page have a button too
      'vuejs-accessibility/no-static-element-interactions': 'off',
      // grids are dragged over with the mouse and stretched with Shift and the arrows
      'vuejs-accessibility/mouse-events-have-key-events': 'off',
    },
  },
  {
    files: ['src/**/*.spec.ts'],
    // what stands for a server or a store in a test answers at once
    rules: { '@typescript-eslint/require-await': 'off' },
  },
)
