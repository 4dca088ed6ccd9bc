export const PHONE = { width: 390, height: 844 } as const;
export const WIDE = { width: 1280, height: 800 } as const;

export const isWide = (page: { viewportSize(): { width: number } | null }): boolean => page.viewportSize()!.width > 900;
