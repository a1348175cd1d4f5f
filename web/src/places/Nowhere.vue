<template>
  <h1>There is nothing here</h1>
  <p>The address may be an old one. <RouterLink to="/pieces">Go to the pieces</RouterLink></p>
</template>
