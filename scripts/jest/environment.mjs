import { TestEnvironment } from 'jest-environment-node';
import vm from 'node:vm';

const contextified = vm.createContext;

/**
 * A world of its own for each test file, with an ordinary global object. The runner's own is looked up through a gate
 * at every use of a global: fifteen times slower in a loop over samples.
 */
export default class OrdinaryGlobals extends TestEnvironment {
  constructor(config, context) {
    vm.createContext = () => contextified(vm.constants.DONT_CONTEXTIFY);
    try {
      super(config, context);
    } finally {
      vm.createContext = contextified;
    }
  }
}
