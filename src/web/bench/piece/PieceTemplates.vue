<script setup lang="ts">
/** Pieces to begin with, shipped and one's own. Taking one over keeps the job's name, collection, note and message. */
import { computed, onMounted, ref } from 'vue';
import { shownTitle, withPieceOf, withSampleWords } from '../../../core/job';
import { templates, type Template } from '../../../content';
import type { PressView } from '../../../engine';
import PieceThumb from '../../shared/PieceThumb.vue';
import { useBench } from '../../stores/bench';
import { usePieceShelf } from '../../stores/pieceShelf';
import { useTemplatePictures } from './useTemplatePictures';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const shelf = usePieceShelf();
onMounted(() => void shelf.load());

interface Offer extends Pick<Template, 'id' | 'name' | 'about' | 'job'> {
  readonly isOwn: boolean;
}
const offers = computed((): readonly Offer[] => [
  ...shelf.templates.map(({ id, name, document }) => ({
    id,
    name,
    about: 'Your own',
    job: document,
    isOwn: true,
  })),
  ...templates.map((template) => ({ ...template, isOwn: false })),
]);
const pictures = useTemplatePictures(offers);

const takesMessage = ref(false);

/** Style and logo come along, as they are part of how it looks; the message only when asked for. */
function choose({ job: template, isOwn }: Offer): void {
  const offered = isOwn ? template : withSampleWords(template);
  bench.edit(withPieceOf(job.value, offered, takesMessage.value ? null : code.value.message), 'template');
}

const newName = ref('');
const saved = ref('');
async function keep(): Promise<void> {
  const name = newName.value.trim() || shownTitle(job.value);
  if (await shelf.addTemplate(name, { ...bench.document!, overrides: [] })) {
    saved.value = `“${name}” is kept.`;
    newName.value = '';
  }
}
</script>

<template>
  <div class="templates">
    <div class="keep">
      <h2 class="heading">Begin with</h2>
      <p class="note">
        It brings its outline, sizes, text, graphics, material and look. The name and note of the job stay.
      </p>
      <label class="check"><input v-model="takesMessage" type="checkbox" /> with its message</label>
      <h2 class="heading">Keep this piece</h2>
      <form @submit.prevent="keep">
        <ElInput
          v-model="newName"
          size="small"
          maxlength="60"
          aria-label="Name of the template"
          :placeholder="shownTitle(job)"
        />
        <button type="submit" class="action">Keep as template</button>
      </form>
      <p v-if="shelf.problem" class="problem" role="alert">{{ shelf.problem }}</p>
      <p v-else-if="saved" class="note" role="status">{{ saved }}</p>
    </div>
    <ul aria-label="Templates">
      <li v-for="offer in offers" :key="offer.id">
        <button type="button" class="offer" :title="offer.about" @click="choose(offer)">
          <span class="picture"
            ><PieceThumb v-if="pictures.get(offer.id)" :picture="pictures.get(offer.id)!" /><span
              v-else
              class="note"
              >{{ pictures.get(offer.id) === null ? 'no picture' : 'being drawn…' }}</span
            ></span
          >
          <span class="name">{{ offer.name }}</span>
        </button>
        <button v-if="offer.isOwn" type="button" class="action quiet" @click="shelf.removeTemplate(offer.id)">
          delete
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.templates {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
}

.keep {
  display: grid;
  align-content: start;
  gap: 7px;
  padding: 12px 16px;
  border-right: 1px solid var(--rule-soft);
}

form {
  display: grid;
  gap: 6px;
  justify-items: start;
}

.check {
  display: flex;
  gap: 6px;
  font-size: var(--text-note);
}

ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(116px, 1fr));
  gap: 2px 6px;
  align-content: start;
  margin: 0;
  padding: 6px 14px;
  list-style: none;
}

.offer {
  display: grid;
  gap: 3px;
  width: 100%;
  padding: 6px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  cursor: pointer;
}

.offer:hover,
.offer:focus-visible {
  border-color: var(--ink);
  background: var(--white);
}

.picture {
  display: grid;
  place-items: center;
  height: 62px;
}

.picture svg {
  max-width: 100%;
  height: 62px;
}

.name {
  overflow: hidden;
  font-size: var(--text-small);
  text-overflow: ellipsis;
  white-space: nowrap;
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
