<template><p>Today</p></template>
