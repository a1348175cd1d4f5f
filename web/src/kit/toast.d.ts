declare module 'primevue/toasteventbus' {
  const bus: { emit(type: 'add', message: { severity: string; summary: string; life: number }): void }
  export default bus
}
