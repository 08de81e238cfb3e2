<script setup lang="ts">
import { useSays } from '~/features/signer/says'
import { useOpen } from './useOpen'

/** Who comes: whoever opened the link, and the children they sign for. */
const open = useOpen()
const { view, typed } = storeToRefs(open)
const says = useSays()
const asks = computed(() => view.value!.asks)
const who = computed(() => typed.value.who)
const withChild = computed({
  get: () => who.value.children.length > 0,
  set: (to) => {
    if (to) open.addChild()
    else while (who.value.children.length) open.takeChild(0)
  },
})
</script>

<template>
  <h2>{{ says(asks.born ? 'standWho' : 'standYou') }}</h2>
  <FieldOf v-if="asks.code" name="code" :label="says('standCode')"
    ><InputText v-model="who.code" data-who="code" autocomplete="off" autocapitalize="characters" maxlength="40"
  /></FieldOf>
  <p v-if="view!.who" class="text-l strong">{{ view!.who.name }}</p>
  <FieldOf v-else name="name" :label="says('standName')"
    ><InputText v-model="who.name" data-who="name" autocomplete="name" maxlength="200" required
  /></FieldOf>
  <FieldOf v-if="asks.born && !view!.who?.born" name="born" :label="says('standBorn')"
    ><InputText v-model="who.born" data-who="born" type="date" autocomplete="bday"
  /></FieldOf>
  <FieldOf v-if="!view!.who?.email" name="email" :label="says('standEmail')"
    ><InputText v-model="who.email" data-who="email" type="email" autocomplete="email" maxlength="320"
  /></FieldOf>
  <FieldOf v-if="!view!.who?.phone" name="phone" :label="says('standPhone')"
    ><InputText v-model="who.phone" data-who="phone" type="tel" autocomplete="tel" maxlength="40"
  /></FieldOf>
  <p v-if="!view!.who && !asks.email && !asks.phone" class="soft small">{{ says('standReach') }}</p>
  <template v-if="asks.children">
    <label class="tick"
      ><Checkbox v-model="withChild" binary /><span>{{ says('standChild') }}</span></label
    >
    <template v-if="withChild">
      <div v-for="(child, i) in who.children" :key="i" class="child">
        <FieldOf :name="`children.${i}.name`" :label="says('standChildName')"
          ><InputText v-model="child.name" autocomplete="off" maxlength="200"
        /></FieldOf>
        <FieldOf :name="`children.${i}.born`" :label="says('standBorn')"
          ><InputText v-model="child.born" type="date" autocomplete="off"
        /></FieldOf>
        <Button
          variant="text"
          size="small"
          :aria-label="`${says('standLess')}: ${child.name}`"
          @click="open.takeChild(i)"
          >{{ says('standLess') }}</Button
        >
      </div>
      <div class="flex flex-wrap gap-3 items-center">
        <Button variant="outlined" @click="open.addChild()">{{ says('standMore') }}</Button>
        <label class="tick"
          ><Checkbox v-model="who.own" binary /><span>{{ says('standOwn') }}</span></label
        >
      </div>
    </template>
  </template>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 48px;
}
.child {
  display: grid;
  grid-template-columns: 1fr 150px auto;
  gap: 8px;
  align-items: end;
}
@media (max-width: 480px) {
  .child {
    grid-template-columns: 1fr auto;
  }
  .child > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
