<template>
  <main class="nowhere">
    <h1>There is nothing at this address</h1>
    <p>
      The link may be older than a setup that was removed. <router-link to="/">Back to the shelf</router-link>
    </p>
  </main>
</template>

<style scoped>
.nowhere {
  padding: 24px;
}
</style>
