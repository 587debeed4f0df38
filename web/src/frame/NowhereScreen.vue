<template>
  <div class="screen">
    <h1>Nothing is here</h1>
    <p>The address leads nowhere, perhaps to something older. <RouterLink to="/">Go to the desk</RouterLink>.</p>
  </div>
</template>
