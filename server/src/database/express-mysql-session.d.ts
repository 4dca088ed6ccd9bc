declare module 'express-mysql-session' {
  const connect: (session: unknown) => new (options: object, pool: unknown) => import('express-session').Store;
  export default connect;
}
