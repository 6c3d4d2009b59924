<!-- Stands where the bench shows a staff. -->
<template><span /></template>
