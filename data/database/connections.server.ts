import { Sequelize, Transaction } from "sequelize";

/** What the driver's connections are here. */
interface Connection {
  uuid?: string;
  exec(sql: string, done: (error: Error | null) => void): void;
  close(done?: () => void): void;
}
interface Manager {
  connections: Record<string, Connection | undefined>;
  getConnection(options?: { uuid?: string }): Promise<Connection>;
  releaseConnection(connection: Connection, force?: boolean): void;
  close(): Promise<void>;
}

/**
 * Sequelize's SQLite manager runs no hook on a new connection, opens one for each transaction and
 * closes it after it. Here each is prepared (it waits up to 5 s for a lock, and syncs fully: a
 * write that was committed survives a killed process), and the writer's is kept for the next.
 */
function keepConnections(sequelize: Sequelize): void {
  const manager = sequelize.connectionManager as never as Manager;
  const open = manager.getConnection.bind(manager);
  const release = manager.releaseConnection.bind(manager);
  const prepared = new WeakSet<Connection>();
  let idle: Connection | undefined;
  manager.getConnection = async (options = {}) => {
    const { uuid } = options;
    if (uuid !== undefined && idle && !manager.connections[uuid]) {
      manager.connections[uuid] = idle;
      idle = undefined;
    }
    const connection = await open(options);
    if (!prepared.has(connection)) {
      prepared.add(connection);
      await prepare(connection);
    }
    return connection;
  };
  const close = manager.close.bind(manager);
  manager.close = async () => {
    // The one that is kept is closed with the others: the last that closes puts all into one file.
    const last = idle;
    idle = undefined;
    if (last) await new Promise<void>((resolve) => last.close(() => resolve()));
    await close();
  };
  manager.releaseConnection = (connection, force) => {
    const { uuid } = connection;
    if (uuid === undefined) return release(connection, force);
    delete manager.connections[uuid];
    if (idle) connection.close();
    else idle = connection;
  };
}

/** What is written is safe on the disk; what is taken away is overwritten there. */
const PREPARED =
  "PRAGMA synchronous = FULL; PRAGMA busy_timeout = 5000; PRAGMA secure_delete = ON;";

const prepare = (connection: Connection): Promise<void> =>
  new Promise((resolve, reject) => {
    connection.exec(PREPARED, (error) => (error ? reject(error) : resolve()));
  });

/** A connection to a database file, prepared as every one is. */
export function connect(storage: string): Sequelize {
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage,
    logging: false,
    transactionType: Transaction.TYPES.IMMEDIATE,
  });
  keepConnections(sequelize);
  return sequelize;
}
