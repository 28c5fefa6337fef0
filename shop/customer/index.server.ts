export {
  customersToHand,
  eraseAgain,
  eraseCustomerData,
  handOutCustomer,
} from "./customer.server.ts";
