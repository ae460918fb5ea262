<script setup lang="ts">
/** Forwarding links: the list on the left, the one at hand in the middle, its visits on the right. */
import { computed, onMounted } from 'vue';
import { useRouter } from 'vue-router';
import WorkScreen from '../shared/WorkScreen.vue';
import LinkEdit from './LinkEdit.vue';
import LinkList from './LinkList.vue';
import KeepingBar from '../shared/saving/KeepingBar.vue';
import LinkSetup from './LinkSetup.vue';
import LinkVisits from './LinkVisits.vue';
import { useLinks } from './useLinks';
import { useVisits } from './useVisits';

const props = defineProps<{ id: string }>();
const router = useRouter();
const links = useLinks(props.id, (id) => void router.replace({ name: 'links', params: { id } }));
const visits = useVisits(links.own);
/** What was refused stays where it was typed: only whoever typed it can mend it. */
const refused = computed(() => links.changes.refused.value?.why ?? '');
const isRefused = computed(() => links.changes.why.value === '' && refused.value !== '');
onMounted(() => (document.title = 'Links · Binarus'));
</script>

<template>
  <WorkScreen
    title="Links"
    left-name="All links"
    middle-name="The link at hand"
    right-name="Visits"
    :problem="links.problem.value"
  >
    <!-- In sight wherever the link is scrolled to. -->
    <template #head>
      <KeepingBar
        v-if="links.own.value"
        noun="link"
        is-small
        :state="isRefused ? 'away' : links.changes.state.value"
        :why="links.changes.why.value || refused"
        :is-refused="isRefused"
        :revision="links.changes.otherRevision.value"
        @save="links.changes.saveNow()"
        @take-theirs="links.changes.takeTheirs()"
        @keep-mine="links.changes.keepMine()"
        @let-go="links.changes.takeTheirs()"
      />
    </template>
    <template #left><LinkList v-if="links.list.value" :links="links" /></template>
    <template #middle>
      <div class="middle">
        <LinkEdit v-if="links.own.value" :key="links.own.value.id" :links="links" :own="links.own.value" />
        <p v-else-if="links.list.value" class="note empty">
          A message in an engraved plate cannot be changed; where a forwarding link leads can. The code holds
          a short address of yours, and this Binarus, or any web server that you hand the table to, sends
          whoever opens it on. It works only as long as that server does.
        </p>
        <LinkSetup v-if="links.list.value" :links="links" :list="links.list.value" @counted="visits.look()" />
      </div>
    </template>
    <template #right
      ><LinkVisits
        v-if="links.own.value && visits.visits.value"
        :links="links"
        :at="visits"
        :own="links.own.value"
        :visits="visits.visits.value"
      />
      <p v-else-if="visits.problem.value" class="note" role="alert">{{ visits.problem.value }}</p></template
    >
  </WorkScreen>
</template>

<style scoped>
.middle {
  display: grid;
  gap: 26px;
  align-content: start;
  height: 100%;
  padding: 18px 24px;
  overflow: auto;
  background: var(--paper-raised);
}

.empty {
  max-width: 56ch;
  margin: 0;
  text-align: left;
}
</style>
