<template>
  <div class="screen">
    <h1>Page not found</h1>
    <p>This page does not exist; the address may be out of date. <RouterLink to="/">Go to the Desk</RouterLink>.</p>
  </div>
</template>
