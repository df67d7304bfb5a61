/** Why the server cannot start, in words. */

const code = (error: unknown): string => String((error as { code?: unknown } | null)?.code)

/**
 * @param dataDir the folder it was to serve
 * @returns one plain sentence or two; the error's own words where nothing better is known
 */
export function startWords(error: unknown, dataDir: string): string {
  const { message } = error instanceof Error ? error : new Error(String(error))
  const newer = message.match(/migration directory is corrupt.*missing: (.*)$/s)
  if (newer)
    return (
      `The data in ${dataDir} were written by a newer Fine Spark (${newer[1]!.trim()}). Start that ` +
      'one, or set DATA_DIR to another folder. Nothing was changed.'
    )
  switch (code(error).replace(/^SQLITE_IOERR.*|^SQLITE_CANTOPEN.*/, 'SQLITE_IOERR')) {
    case 'SQLITE_NOTADB':
    case 'SQLITE_CORRUPT':
      return (
        `The database in ${dataDir} is damaged or is no database of Fine Spark. It was left as it ` +
        'is. Put a copy of fine-spark.sqlite back, or set DATA_DIR to another folder.'
      )
    case 'SQLITE_BUSY':
      return `Another program holds the database in ${dataDir}. Close it and start again.`
    case 'SQLITE_FULL':
    case 'ENOSPC':
    case 'EDQUOT':
      return `The disk that holds ${dataDir} is full. Free some space and start again.`
    case 'SQLITE_IOERR':
    case 'SQLITE_READONLY':
    case 'EACCES':
    case 'EPERM':
    case 'EROFS':
    case 'EEXIST':
    case 'ENOTDIR':
    case 'ENOENT':
      return (
        `The folder ${dataDir} cannot be used (${message}). Fine Spark must be able to write ` +
        'there, and the disk must have room; or set DATA_DIR to another folder.'
      )
    case 'EADDRINUSE':
      return (
        'Another program already uses that port. Stop it, or set PORT to another number ' +
        `(${message}).`
      )
    default:
      return message
  }
}
