// What the command line needs of the server: a shop's folder, without a server running in it.
export { backUpFolder, contentsOf, exportFolder, FolderTaken, replaceFolder } from './features/shop-file/folderShop.ts';
export { HttpProblem } from './http/problems.ts';
export { StorageFault } from './persistence/database.ts';
export { FolderInUse } from './persistence/sqlite/folderLock.ts';
export { readSettings } from './settings.ts';
