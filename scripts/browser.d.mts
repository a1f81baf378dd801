import type { By as ByType, until as untilType, WebDriver } from 'selenium-webdriver';

export const FLAGS: string[];
export function openBrowser(o?: {
  width?: number;
  height?: number;
  dark?: boolean;
  profile?: string;
  film?: string;
}): Promise<WebDriver>;
export function size(driver: WebDriver, width: number, height: number): Promise<void>;
export function scheme(driver: WebDriver, dark: boolean): Promise<void>;
export function consoleErrors(driver: WebDriver): Promise<string[]>;
export function failing(driver: WebDriver, urls: string[]): Promise<void>;
export function begun(driver: WebDriver, wait?: number): Promise<boolean>;
export const By: typeof ByType;
export const until: typeof untilType;
