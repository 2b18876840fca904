/** Which build this is: the package's version, or what the builder named it. */
declare const __BUILD__: string;
