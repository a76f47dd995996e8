<script setup lang="ts">
import qrcode from 'qrcode'
import { ownPasswordSchema, secondFactorSchema } from '~~/shared/schemas/people'
import type { SecondFactorState } from '~~/shared/types/people'

/** A second factor at one's own sign-in: set up with a device, and done without again. */
const { secondFactor } = useSessionStore()
const state = shallowRef<SecondFactorState | null>(null)
const picture = ref('')
const spare = ref<readonly string[]>([])
const draft = reactive({ password: '', secret: '', code: '' })
const { busy, refused, attempt } = useAttempt()

const load = async () => (state.value = await secondFactor.state())
onMounted(() => attempt(load))
const begin = () =>
  attempt(async () => {
    const { secret, address } = await secondFactor.fresh()
    picture.value = await qrcode.toDataURL(address, { margin: 2, width: 176 })
    draft.secret = secret
  })
async function leave(): Promise<void> {
  Object.assign(draft, { password: '', secret: '', code: '' })
  await load()
}
const on = useForm({
  schema: secondFactorSchema,
  send: secondFactor.turnOn,
  done: async (answer) => {
    spare.value = answer.spare
    await leave()
  },
})
const off = useForm({
  schema: ownPasswordSchema,
  send: secondFactor.turnOff,
  done: async () => {
    spare.value = []
    await leave()
  },
})
/** As people read it off a screen. */
const inFours = (secret: string) => secret.replace(/(.{4})(?=.)/g, '$1 ')
</script>

<template>
  <section v-if="state">
    <h3 class="font-semibold">Second factor</h3>
    <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
    <div v-if="spare.length > 0" class="sheet my-2 p-3" role="status">
      <p>
        It is on. For a lost device, write these down now; each is good once and they are not shown
        again.
      </p>
      <ul class="mt-2 grid grid-cols-2 gap-x-6 font-mono">
        <li v-for="code in spare" :key="code">{{ code }}</li>
      </ul>
    </div>
    <form v-if="state.isOn" novalidate @submit.prevent="off.submit({ password: draft.password })">
      <p class="text-soft">
        A code of your device is asked for whenever you sign in; {{ state.spareLeft }} spare codes
        are left.
      </p>
      <div class="mt-2 flex flex-wrap items-end gap-3">
        <FieldText
          v-model="draft.password"
          label="Password, to turn it off"
          type="password"
          autocomplete="current-password"
          :error="off.errorAt('password')"
        />
        <button class="quiet" :disabled="off.sending.value">Turn it off</button>
      </div>
      <p v-if="off.failure.value && !off.errorAt('password')" role="alert" class="wrong">
        {{ off.failure.value }}
      </p>
    </form>
    <form v-else-if="draft.secret" novalidate @submit.prevent="on.submit(draft)">
      <div class="flex flex-wrap gap-4">
        <img :src="picture" width="176" height="176" alt="The secret as a code for a camera" />
        <div class="min-w-0 flex-1 space-y-2">
          <p class="text-soft">
            Take this picture with the authenticator on your device, or type
            <span class="font-mono text-ink">{{ inFours(draft.secret) }}</span>. It then shows six
            digits that change every half minute.
          </p>
        </div>
      </div>
      <div class="mt-3 grid gap-3 sm:grid-cols-2">
        <FieldText
          v-model="draft.code"
          label="Code it shows now"
          autocomplete="one-time-code"
          inputmode="numeric"
          :error="on.errorAt('code')"
        />
        <FieldText
          v-model="draft.password"
          label="Your password"
          type="password"
          autocomplete="current-password"
          :error="on.errorAt('password')"
        />
      </div>
      <p
        v-if="on.failure.value && !on.errorAt('code') && !on.errorAt('password')"
        role="alert"
        class="wrong"
      >
        {{ on.failure.value }}
      </p>
      <div class="mt-3 flex gap-3">
        <button class="press" :disabled="on.sending.value">Turn it on</button>
        <button type="button" class="quiet" @click="leave">Leave it</button>
      </div>
    </form>
    <template v-else>
      <p class="text-soft">
        Beside the password, a code of a device that only you have: for whoever keeps prices and
        people.
      </p>
      <button type="button" class="quiet mt-2" :disabled="busy" @click="begin">Set it up</button>
    </template>
  </section>
</template>
