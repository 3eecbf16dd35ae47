/// <reference types="vite/client" />

/** The address of Ant Design's styles, "" where they are not built (plugins/antStyles.ts). */
declare module "virtual:ant-styles" {
  const address: string;
  export default address;
}
