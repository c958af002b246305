using BenchmarkDotNet.Running;
using Wattology.Bench;

if (args is ["load", var folder]) await LoadRun.RunAsync(folder);
else BenchmarkSwitcher.FromAssembly(typeof(CoreBenchmarks).Assembly).Run(args);
